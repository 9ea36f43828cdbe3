/** A module marked for the browser that takes along more than needs to be there. */
import { CHILDREN } from '../model/signs';
import type { ComponentInfo } from '../link/program/program';
import type { Linked } from '../link';
import { relatedAt, count, list, named, positionOf, START, type Rule } from './rule';

export const wideClient: Rule = {
  id: 'wide-client',
  level: 'warning',
  says: 'A module is marked for the browser so high up that it takes components along that could stay on the server.',
  why: 'Every visitor downloads code, data and packages that only the server needs.',
  todo: 'Move what needs the browser into a module of its own, mark that, and pass the rest in as children.',
  weighs: true,
  settings: { components: { default: 1, means: 'How many components must be able to stay before it is reported.' } },
  examples: {
    failing: {
      'src/Desk.jsx': `'use client';
import { useState } from 'react';
import { Almanac } from './Almanac';
export function Desk() {
  const [open, setOpen] = useState(false);
  return <main onClick={() => setOpen(!open)}>{open ? 'open' : 'shut'}<Almanac /></main>;
}
`,
      'src/Almanac.jsx': `export function Almanac() {
  return <p>Sow in spring.</p>;
}
`,
      'src/page.jsx': `import { Desk } from './Desk';
export default function Page() {
  return <Desk />;
}
`,
    },
    passing: {
      'src/Desk.jsx': `'use client';
import { useState } from 'react';
export function Desk({ children }) {
  const [open, setOpen] = useState(false);
  return <main onClick={() => setOpen(!open)}>{open ? 'open' : 'shut'}{children}</main>;
}
`,
      'src/Almanac.jsx': `export function Almanac() {
  return <p>Sow in spring.</p>;
}
`,
      'src/page.jsx': `import { Almanac } from './Almanac';
import { Desk } from './Desk';
export default function Page() {
  return <Desk><Almanac /></Desk>;
}
`,
    },
  },
  check({ linked, setting }) {
    const { program, sides } = linked;
    const { graph } = program;
    if (!sides.areDeclared) return [];
    const needs = needingBrowser(linked);
    return sides.marked.flatMap((file) => {
      const brought = sides.broughtBy(file);
      const components = [...program.components.values()].filter((one) => brought.has(one.file));
      const stay = components.filter(
        (one) =>
          one.file !== file &&
          sides.of(one.file) === 'client' &&
          !needs.has(one.fn) &&
          // Told once, where the shortest way to it begins.
          sides.wayTo(one.file)[0] === file,
      );
      if (stay.length < setting('components')) return [];
      const own = components.find((one) => one.file === file);
      const names = stay.map((one) => one.name);
      const shown = names.length > 4 ? [...names.slice(0, 3), `${names.length - 3} more`] : names;
      const kilobytes = (bytes: number): string =>
        bytes < 1000 ? `${bytes} bytes` : `${(bytes / 1000).toFixed(1)} kB`;
      const saved = sides.bytesOf(new Set(stay.map((one) => one.file)));
      return [
        {
          message: `${graph.path(file)} takes ${count(components.length, 'component', 'components').toLowerCase()} (${kilobytes(sides.bytesOf(brought))} of source) to the browser, but ${list(shown)} (${kilobytes(saved)}) could stay on the server.`,
          effect: `Every visitor downloads ${kilobytes(saved)} of source, and whatever it imports, that only the server needs.`,
          todo: `Pass ${list(shown)} in as children from a module that is not marked.`,
          component: own?.name ?? null,
          name: null,
          ...positionOf(linked, file, START),
          ...named([own, ...stay]),
          related: stay.map((one) => {
            const way = sides.wayTo(one.file).map((at) => graph.path(at));
            const note = `${one.name} is browser code by way of ${way.join(', ')}.`;
            return relatedAt(linked, one.file, graph.functions[one.fn]?.fact.at ?? START, note);
          }),
        },
      ];
    });
  },
};

/**
 * Components that need the browser: they hold state, run effects, listen to the user or read a context; or they are given
 * what only the browser has, as the props of a component that does.
 */
function needingBrowser(linked: Linked): Set<number> {
  const { program } = linked;
  const { graph } = program;
  const needs = new Set<number>();
  const mark = (file: number, fn: number): void => {
    const unit = program.unitOf(graph.fnAt(file, fn));
    for (const run of program.runsTogether(unit)) {
      const owner: ComponentInfo | undefined = program.ownerOf(run);
      if (owner) needs.add(owner.fn);
    }
  };
  graph.files.forEach((facts, file) => {
    for (const cell of facts.cells) if (!cell.shared) mark(file, cell.fn);
    for (const read of facts.contextReads) mark(file, read.fn);
    for (const use of facts.uses) if (use.kind === 'effect' || use.kind === 'handler') mark(file, use.fn);
    for (const call of facts.calls)
      if (/^(window|document|localStorage|navigator)\b/.test(call.name)) mark(file, call.fn);
  });
  // What is written by a component that needs it, and given something of its own, cannot be passed from outside.
  graph.sites.forEach(({ fact, file }, site) => {
    const author = program.unitOf(graph.fnAt(file, fact.fn));
    if (!needs.has(author)) return;
    const isPassed = fact.props.some((prop) => prop.literal === null && prop.name !== CHILDREN);
    if (isPassed) for (const fn of program.siteTargets[site]?.components ?? []) needs.add(fn);
  });
  return needs;
}
