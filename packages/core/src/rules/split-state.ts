/** Copies of what is read together further up. */
import type { CellFlow } from '../follow/cells';
import { named, positionOf, type Draft, type Rule } from './rule';

export const splitState: Rule = {
  id: 'split-state',
  level: 'note',
  says: 'Siblings, or several instances of one component, each keep their own copy of what their parent needs as a whole.',
  why: 'The parent only hears of changes, so what it shows and what they show can drift apart.',
  todo: 'Keep it in the parent that reads all of it, and pass each child its part.',
  settings: {},
  examples: {
    failing: {
      'src/Bench.jsx': `import { useState } from 'react';
export function Bench({ trays }) {
  const [opened, setOpened] = useState(0);
  return <ul title={opened}>{trays.map((tray) => <Tray key={tray} label={tray} onOpen={(open) => setOpened((n) => n + (open ? 1 : -1))} />)}</ul>;
}
function Tray({ label, onOpen }) {
  const [open, setOpen] = useState(false);
  return <li title={label} onClick={() => { setOpen(!open); onOpen(open); }}>{open ? label : ''}</li>;
}
`,
    },
    passing: {
      'src/Bench.jsx': `import { useState } from 'react';
export function Bench({ trays }) {
  const [opened, setOpened] = useState('');
  return <ul title={opened}>{trays.map((tray) => <Tray key={tray} label={tray} open={tray === opened} onOpen={setOpened} />)}</ul>;
}
function Tray({ label, open, onOpen }) {
  return <li onClick={() => onOpen(label)}>{open ? label : ''}</li>;
}
`,
    },
  },
  check({ linked, cells }) {
    const { program, render, locals } = linked;
    const found: Draft[] = [];
    let changing: ReadonlySet<number> | null = null;
    for (const flow of cells.all) {
      const { cell } = flow;
      if (cell.home === null || cell.kind !== 'state' || cell.setter === null || cell.callable || !cell.value) continue;
      const home = program.component(cell.home);
      if (!home) continue;
      const [author] = render.by.parents.get(home.fn) ?? [];
      const parent = author === undefined ? undefined : program.component(author);
      if (!parent || !isMany(home.fn) || !isUsedBy(flow, parent.fn)) continue;
      found.push({
        message: `Each ${home.name} keeps its own ${cell.name} and reports it to ${parent.name}, which keeps a second copy.`,
        effect: `What ${parent.name} shows and what each ${home.name} shows can drift apart.`,
        todo: `Keep ${cell.name} in ${parent.name} and pass each ${home.name} its part.`,
        component: home.name,
        name: cell.name,
        ...positionOf(linked, cell.file, cell.spot),
        ...named([parent, home]),
        related: [],
      });
    }
    return found;

    function isMany(fn: number): boolean {
      const sites = program.sitesOf(fn);
      return sites.length > 1 || sites.some((site) => (render.placements[site] ?? []).some((p) => p.repeat === 'many'));
    }

    /** Whether the state, or what it is about to become, is passed up to state of the component above. */
    function isUsedBy(flow: CellFlow, parent: number): boolean {
      if (!flow.cell.value) return false;
      return locals
        .explore(flow.cell.value)
        .exits.some(
          (exit) =>
            exit.kind === 'argument' &&
            !exit.derived &&
            !exit.part &&
            linked.functionFlow
              .calleesOf(exit.target, exit.at.run)
              .some(({ fn }) => program.unitOf(fn) === parent && changesState(fn)),
        );
    }

    /** Whether a function calls the setter of some state. */
    function changesState(fn: number): boolean {
      changing ??= functionsThatChange();
      return changing.has(fn);
    }

    /** The functions in which some state's setter is called, those around them, and those of the same component that call them. */
    function functionsThatChange(): Set<number> {
      const functions = new Set<number>();
      for (const { calls, cell } of cells.all)
        for (const { call } of cell.setter && calls ? locals.explore(cell.setter).called : [])
          for (let fn = program.graph.fnOfCall(call); fn !== -1; fn = program.graph.functions[fn]?.parent ?? -1)
            functions.add(fn);
      const { graph } = program;
      for (const fn of functions)
        for (const call of graph.callersOfFunction(fn)) {
          const caller = graph.fnOfCall(call);
          if (program.unitOf(caller) === program.unitOf(fn)) functions.add(caller);
        }
      return functions;
    }
  },
};
