/** What could not be followed, and why: the picture leaves nothing out in silence. */
import { named, seat, type Draft, type Rule } from './rule';

export const unresolved: Rule = {
  id: 'unresolved',
  level: 'note',
  says: 'A component, import or channel could not be followed.',
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
  check({ linked }) {
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
    return found;
  },
};

/** What is rendered may be an expression of many lines: its beginning says which. */
function inShort(name: string): string {
  const line = name.replace(/\s+/g, ' ').trim();
  return line.length > MOST_LETTERS ? `${line.slice(0, MOST_LETTERS - 1)}…` : line;
}

const MOST_LETTERS = 48;
