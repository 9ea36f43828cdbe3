/** What could not be followed, and why: the picture leaves nothing out in silence. */
import { cutsOf, type Cut } from '../follow/cuts';
import type { Cells } from '../follow/cells';
import type { Linked } from '../link';
import { push } from '../link/byPlace';
import { list, named, seat, type Draft, type Rule } from './rule';

export const unresolved: Rule = {
  id: 'unresolved',
  level: 'note',
  says: 'A component, import, channel or value could not be followed to its end.',
  why: 'Trails that would pass here end early, and the picture is not complete.',
  todo: 'Usually nothing: it tells what the answers leave out. An import that leads nowhere is worth mending.',
  settings: {},
  examples: {
    failing: { 'src/App.jsx': `import { Tray } from './Trey';\nexport function App() {\n  return <Tray />;\n}\n` },
    passing: {
      'src/App.jsx': `import { Tray } from './Tray';\nexport function App() {\n  return <Tray />;\n}\n`,
      'src/Tray.jsx': `export function Tray() {\n  return <b>tray</b>;\n}\n`,
    },
  },
  check({ linked, cells }) {
    const { program, render } = linked;
    const { graph } = program;
    const found: Draft[] = [];
    const told = new Set<string>();
    graph.sites.forEach(({ fact, file }, site) => {
      const target = program.siteTargets[site];
      if (!target?.reason || target.outside || target.element) return;
      const author = program.component(render.authors[site] ?? -1);
      told.add(`${file}:${fact.name.split('.')[0] ?? ''}`);
      found.push({
        message: `<${inShort(fact.name)}> could not be followed. ${target.reason}`,
        component: author?.name ?? null,
        name: inShort(fact.name),
        ...seat(linked, file, fact.at),
        ...named([author]),
        related: [],
      });
    });
    graph.files.forEach((facts, file) => {
      facts.imports.forEach((fact, index) => {
        const resolution = graph.resolutionsOf(file)[index];
        const local = facts.places[fact.place]?.name ?? '';
        if (resolution?.kind !== 'missing' || told.has(`${file}:${local}`)) return;
        found.push({
          message: `The import of ${local || fact.imported} could not be followed. ${resolution.reason}`,
          component: null,
          name: fact.source,
          ...seat(linked, file, fact.at),
          components: [],
          related: [],
        });
      });
      for (const gap of facts.gaps) {
        if (gap.what === 'instance' && program.reached.names.has(`${file}:${gap.name}`)) continue;
        found.push({
          message: `${gap.name} could not be followed. ${gap.reason}`,
          component: program.component(program.unitOf(graph.fnAt(file, gap.fn)))?.name ?? null,
          name: gap.name,
          ...seat(linked, file, gap.at),
          components: [],
          related: [],
        });
      }
    });
    return [...found, ...cutsTold(linked, cells)];
  },
};

/** What was not followed to its end, once for each reason and component. */
function cutsTold(linked: Linked, cells: Cells): Draft[] {
  const alike = new Map<string, Cut[]>();
  for (const cut of cutsOf(linked, cells)) push(alike, `${cut.file}:${cut.component?.id ?? ''}:${cut.reason}`, cut);
  return [...alike.values()].flatMap((cuts): Draft[] => {
    const [first] = cuts;
    if (!first) return [];
    const names = list([...new Set(cuts.map((cut) => cut.name))]);
    return [
      {
        message: `${names} ${cuts.length === 1 ? 'is' : 'are'} not followed everywhere: ${first.reason}.`,
        component: first.component?.name ?? null,
        name: first.name,
        ...seat(linked, first.file, first.spot),
        ...named([first.component]),
        related: [],
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
