/** The object that holds a value, used where the value was meant. */
import { shownAs } from './shared/angularExamples';
import type { Origin } from '../link/graph/graph';
import type { Linked } from '../link';
import { ownerOfMarkup } from './shared/sites';
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
  examplesIn: {
    angular: {
      failing: shownAs('depth'),
      passing: shownAs('depth()'),
    },
  },
  check({ linked }) {
    const { graph } = linked.program;
    const found: Draft[] = [];
    graph.files.forEach((facts, boxFile) => {
      for (const box of facts.boxes) {
        const made = graph.at(boxFile, box);
        const seen = new Set<number>();
        const queue = [made];
        for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
          if (seen.has(at)) continue;
          seen.add(at);
          for (let edge = graph.firstOut(at); edge; edge = edge.nextOut)
            if (edge.op === 'same' && /^(binding|import)$/.test(graph.places[edge.to]?.kind ?? '')) queue.push(edge.to);
          for (const use of graph.usesOf(at)) {
            const { fact } = graph.uses[use] ?? {};
            if (!fact || !/^(shown|branched)$/.test(fact.kind) || fact.detail || fact.asText) continue;
            found.push(...draftOf(linked, use, graph.places[at]?.name ?? '', made));
          }
        }
      }
    });
    return [...found, ...shownAsText(linked)];
  },
};

/** Signals and streams of an instance that a template shows as they are: `{{ depth }}` for `{{ depth() }}`. */
function shownAsText(linked: Linked): Draft[] {
  const { graph } = linked.program;
  const found: Draft[] = [];
  graph.uses.forEach(({ fact, file }, use) => {
    if (!fact.asText) return;
    const shown = graph.at(file, fact.place);
    const origins = graph.trace(shown);
    const [first] = origins;
    const isBox = (origin: Origin): boolean => origin.path.length === 0 && graph.boxes.has(origin.place);
    if (first && origins.every(isBox))
      found.push(...draftOf(linked, use, graph.places[shown]?.name ?? '', first.place));
  });
  return found;
}

/** What there is to say of a use of a store that `made` is. */
function draftOf(linked: Linked, use: number, called: string, made: number): Draft[] {
  const { program } = linked;
  const { graph } = program;
  const entry = graph.uses[use];
  if (!entry) return [];
  const unit = program.unitOf(graph.fnAt(entry.file, entry.fact.fn));
  const component = program.component(unit) ?? ownerOfMarkup(linked, unit);
  if (!component) return [];
  const name = called || graph.places[made]?.name || 'it';
  return [
    {
      message: `${component.name} uses ${name} itself instead of its value.`,
      effect:
        entry.fact.kind === 'shown'
          ? 'The screen shows the object as text instead of its value, or nothing at all.'
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
      related: [relatedAt(linked, graph.fileOf(made), graph.places[made]?.at ?? START, `${name} is made here.`)],
    },
  ];
}
