/** What could not be followed, and why: nothing is left out silently. */
import { templated } from './shared/angularExamples';
import { gauged as gaugedScope, scopes } from './shared/scopeExamples';
import { ENTRY, labelled, webComponent } from './shared/webComponentExamples';
import { fetchesUnknown } from '../link/program/propTypes';
import { cutsOf, type Cut } from '../follow/cuts';
import type { Cells } from '../follow/cells';
import type { Linked } from '../link';
import { push } from '../link/graph/byPlace';
import { relatedAt, count, list, named, namesOf, positionOf, type Draft, type Rule } from './rule';
import type { ComponentInfo } from '../link/program/program';

const INCOMPLETE = 'Trails through it end here, so answers about it are incomplete.';

export const unresolved: Rule = {
  id: 'unresolved',
  level: 'note',
  says: 'A component, import, channel or value could not be followed to its end.',
  why: 'Trails through it end early, so answers about it are incomplete.',
  todo: 'Usually nothing: it says what the answers leave out. An import that leads nowhere is worth fixing.',
  settings: {},
  examples: {
    failing: { 'src/App.jsx': `import { Tray } from './Trey';\nexport function App() {\n  return <Tray />;\n}\n` },
    passing: {
      'src/App.jsx': `import { Tray } from './Tray';\nexport function App() {\n  return <Tray />;\n}\n`,
      'src/Tray.jsx': `export function Tray() {\n  return <b>tray</b>;\n}\n`,
    },
  },
  examplesIn: {
    angular: {
      failing: templated('apps.html'),
      passing: templated('app.html'),
    },
    lwc: {
      failing: { ...ENTRY, ...webComponent('House', '<c-bed></c-bed>') },
      passing: labelled('label="north"', '{label}', '@api label;'),
    },
    scope: {
      failing: scopes('<bed-gauge></bed-gauge>', `.component('bedGauge', { templateUrl: 'gauge.html' })`),
      passing: gaugedScope('{{ $ctrl.label }} {{ $ctrl.depth }}'),
    },
  },
  check({ linked, cells }) {
    const { program, render } = linked;
    const { graph } = program;
    const missed: Missed[] = [];
    const reported = new Set<string>();
    graph.sites.forEach(({ fact, file }, site) => {
      const target = program.siteTargets[site];
      if (!target?.reason || target.outside || target.element || fact.maybe) return;
      const name = inShort(fact.name);
      reported.add(`${file}:${fact.name.split('.')[0] ?? ''}`);
      // Where something is provided under a key, it is the key.
      const reason = fact.ambient ? 'Under which key it provides, is decided elsewhere.' : target.reason;
      missed.push({
        what: fact.ambient ? name : `<${name}>`,
        name,
        reason,
        thing: `${name} ${reason}`,
        component: program.component(render.authors[site] ?? -1) ?? null,
        file,
        spot: fact.at,
      });
    });
    graph.files.forEach((facts, file) => {
      facts.imports.forEach((fact, index) => {
        const resolution = graph.resolutionsOf(file)[index];
        const local = facts.places[fact.place]?.name ?? '';
        const isNoTemplate = !!fact.gives && resolution?.kind !== 'file';
        if (fact.implied || (resolution?.kind !== 'missing' && !isNoTemplate) || reported.has(`${file}:${local}`))
          return;
        const reason =
          resolution?.kind === 'missing' ? resolution.reason : `No file that was read matches “${fact.source}”.`;
        const library = libraryOf(fact.source);
        missed.push({
          ...(library === null ? { missing: true as const } : { library }),
          what: fact.gives ? 'The template' : local ? `The import of ${local}` : `The import “${fact.source}”`,
          name: fact.source,
          reason,
          thing: `import ${library ?? reason}`,
          component: null,
          file,
          spot: fact.at,
        });
      });
      for (const gap of facts.gaps) {
        // Of what crosses components, only that matters which somebody listens for.
        if (gap.what === 'instance' && program.parentInstances.names.has(`${file}:${gap.name}`)) continue;
        missed.push({
          what: gap.name,
          name: gap.name,
          reason: gap.reason,
          thing: gap.what === 'instance' ? gap.name : `${gap.name} ${gap.reason}`,
          component: program.component(program.unitOf(graph.fnAt(file, gap.fn))) ?? null,
          file,
          spot: gap.at,
        });
      }
    });
    graph.functions.forEach(({ fact, file }, fn) => {
      if (!fact.fetches || !fetchesUnknown(graph, fact, file)) return;
      const { name, at } = fact.fetches;
      const reason = `No template that was read goes by “${name}”.`;
      const component = program.component(fn) ?? null;
      missed.push({
        what: `The template of ${fact.name}`,
        name,
        reason,
        thing: `template ${name}`,
        component,
        file,
        spot: at,
      });
    });
    const things = new Map<string, Missed[]>();
    for (const one of missed) push(things, one.thing, one);
    return [...[...things.values()].flatMap((all) => draftFor(linked, all)), ...draftsOfCuts(linked, cells)];
  },
};

/** One place where something could not be followed. */
interface Missed extends Pick<Draft, 'spot'> {
  /** What it was, as a sentence begins with it. */
  what: string;
  name: string;
  reason: string;
  /** Places of one thing are told together. */
  thing: string;
  /** The package it is imported from. */
  library?: string;
  /** It is an import by a path that leads nowhere. */
  missing?: true;
  component: ComponentInfo | null;
  file: number;
}

/** The package of an import that is no path; null for a path. */
function libraryOf(source: string): string | null {
  return /^(@[\w.-]+\/[\w.-]+|\w[\w.-]*)/.exec(source)?.[0] ?? null;
}

/** One thing that could not be followed, with how many places depend on it. */
function draftFor(linked: Linked, all: readonly Missed[]): Draft[] {
  const [first] = all;
  if (!first) return [];
  const modules = [...new Set(all.map((one) => one.name))];
  const components = [...new Set(all.map((one) => one.component))];
  return [
    {
      message:
        modules.length > 1 && first.library
          ? `${count(modules.length, 'module', 'modules')} of “${first.library}” could not be followed: ${list(modules)}. ${first.reason} ${count(all.length, 'import depends', 'imports depend')} on them.`
          : `${first.what} could not be followed. ${first.reason}${others(all.length - 1)}`,
      effect: INCOMPLETE,
      todo: first.missing
        ? 'Correct the path, or include the file in the survey if it is left out.'
        : 'Nothing, usually: this only says what the answers leave out.',
      component: first.component?.name ?? null,
      name: first.name,
      ...positionOf(linked, first.file, first.spot),
      ...named(components),
      related: all
        .slice(1, 1 + MOST_TOLD)
        .map((one) => relatedAt(linked, one.file, one.spot, `${one.what}, here as well.`)),
    },
  ];
}

function others(n: number): string {
  return n === 0 ? '' : ` ${count(n, 'other place depends', 'other places depend')} on it as well.`;
}

/** How many of the other places a finding lists. */
const MOST_TOLD = 20;
/** And where what they have in common is one helper of the project. */
const MOST_TOLD_OF_ONE = 100;

/** What was not followed to its end, once for each reason and component; where one helper is the reason, once for that. */
function draftsOfCuts(linked: Linked, cells: Cells): Draft[] {
  const alike = new Map<string, Cut[]>();
  for (const cut of cutsOf(linked, cells))
    push(alike, cut.toldOnce ? cut.reason : `${cut.component?.id ?? cut.file}:${cut.reason}`, cut);
  return [...alike.values()].flatMap((cuts): Draft[] => {
    const [first] = cuts;
    if (!first) return [];
    const names = [...new Set(cuts.map((cut) => cut.name))];
    return [
      {
        message: `${list(names)} ${names.length === 1 ? 'is' : 'are'} not followed everywhere: ${first.reason}.`,
        effect: INCOMPLETE,
        todo: 'Nothing, usually: this only says what the answers leave out.',
        component: first.component?.name ?? null,
        ...namesOf(names),
        ...positionOf(linked, first.file, first.spot),
        ...named([...new Set(cuts.map((cut) => cut.component))]),
        related: cuts
          .filter((cut) => cut.spot !== first.spot)
          .slice(0, MOST_TOLD_OF_ONE)
          .map((cut) => relatedAt(linked, cut.file, cut.spot, `${cut.name}, here as well.`)),
      },
    ];
  });
}

/** What is rendered may be an expression of many lines: its beginning says which. */
function inShort(name: string): string {
  const line = name.replace(/\s+/g, ' ').trim();
  return line.length > MOST_LETTERS ? `${line.slice(0, MOST_LETTERS - 1)}…` : line;
}

const MOST_LETTERS = 48;
