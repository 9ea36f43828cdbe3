/** The object that holds a value, used where the value was meant. */
import { relatedAt, named, positionOf, START, type Draft, type Rule, remedyIn } from './rule';

export const bareStore: Rule = {
  id: 'bare-store',
  level: 'error',
  says: 'A store, atom, signal or ref is used itself where its value was meant.',
  why: 'The object is always there and always the same one: a condition on it never changes, and as text it is empty or “[object Object]”.',
  todo: 'Read its value: through its hook, its “.value”, its “.current” or its “$” name.',
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
              message: `${component.name} uses ${name} itself instead of its value.`,
              effect:
                entry.fact.kind === 'shown'
                  ? 'The screen shows the object, such as “[object Object]”, or nothing at all.'
                  : 'The condition comes out the same every time, whatever the value is.',
              todo: remedyIn(
                {
                  angular: `Call ${name}() for a signal, or subscribe to it (${name} | async in the template).`,
                  vue: `Read ${name}.value.`,
                  svelte: `Read $${name}.`,
                  others: `Read its value: through its hook, such as useAtomValue(${name}), or through its “.current”.`,
                },
                component.family,
              ),
              component: component.name,
              name,
              ...positionOf(linked, entry.file, entry.fact.at),
              ...named([component]),
              related: [relatedAt(linked, boxFile, made?.at ?? START, `${name} is made here.`)],
            });
          }
        }
      }
    });
    return found;
  },
};
