/** The object that holds a value, used where the value was meant. */
import { beside, named, seat, START, type Draft, type Rule } from './rule';

export const bareStore: Rule = {
  id: 'bare-store',
  level: 'error',
  says: 'A store, atom, signal or reference itself is used where its value was meant.',
  why: 'An object is shown or compared, which is always the same and always there: the condition never changes, the text is empty or “[object Object]”.',
  todo: 'Read its value: by its hook, by “.value”, by “.current”.',
  settings: {},
  examples: {
    failing: {
      'src/Gauge.jsx': `import { atom, useSetAtom } from 'jotai';
const lit = atom(false);
export function Gauge() {
  const setLit = useSetAtom(lit);
  return <b onClick={() => setLit(true)}>{lit ? 'on' : 'off'}</b>;
}
`,
    },
    passing: {
      'src/Gauge.jsx': `import { atom, useAtom } from 'jotai';
const litAtom = atom(false);
export function Gauge() {
  const [lit, setLit] = useAtom(litAtom);
  return <b onClick={() => setLit(true)}>{lit ? 'on' : 'off'}</b>;
}
`,
    },
  },
  check({ linked }) {
    const { program } = linked;
    const { graph } = program;
    const found: Draft[] = [];
    graph.files.forEach((facts, boxFile) => {
      for (const box of facts.boxes) {
        const made = graph.places[graph.at(boxFile, box)];
        const seen = new Set<number>();
        const queue = [graph.at(boxFile, box)];
        for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
          if (seen.has(at)) continue;
          seen.add(at);
          for (let edge = graph.firstOut(at); edge; edge = edge.nextOut)
            if (edge.op === 'same' && /^(binding|import)$/.test(graph.places[edge.to]?.kind ?? '')) queue.push(edge.to);
          for (const use of graph.usesOf(at)) {
            const entry = graph.uses[use];
            if (!entry || !/^(shown|branched)$/.test(entry.fact.kind) || entry.fact.detail) continue;
            const component = program.component(program.unitOf(graph.fnAt(entry.file, entry.fact.fn)));
            if (!component) continue;
            const name = graph.places[at]?.name || made?.name || 'it';
            found.push({
              message: `${component.name} uses ${name} itself, not its value: it is an object that is always there.`,
              component: component.name,
              name,
              ...seat(linked, entry.file, entry.fact.at),
              ...named([component]),
              related: [beside(linked, boxFile, made?.at ?? START, `${name} is made here.`)],
            });
          }
        }
      }
    });
    return found;
  },
};
