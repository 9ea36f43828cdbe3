/** What a function is: a component, a hook, or a helper; and what a component says of its props. */
import { isAnyField } from '../../model/signs';
import type { FunctionFact, PlaceId, PropFact } from '../../model/facts';
import { propsOf } from '../../model/types';
import { findIn, typeOf } from '../script/types';
import type { ScriptReader, Seen } from '../script/reader';

/** Called once a function's body has been read. */
export function settleFunction(r: ScriptReader, fact: FunctionFact, seen: Seen): void {
  // In markup, only names that begin with a small letter are elements of the page.
  const capital = /^[_$]*[A-Z]/.test(fact.name);
  if (capital && (seen.markup || seen.hooks)) return makeComponent(r, fact);
  // Whatever its name, what returns markup may be rendered as a component under another one.
  if (seen.markup) describeProps(r, fact);
  if (/^use[A-Z0-9]/.test(fact.name)) fact.role = 'hook';
  else if (fact.parent !== 0) fact.role = 'closure';
  else if (capital) {
    fact.role = 'candidate';
    describeProps(r, fact);
  }
}

/** Names a function the wrapper or the export around it names, and looks again at what it is. */
export function nameComponent(r: ScriptReader, self: PlaceId, name: string): void {
  const fact = r.b.facts.functions.find((fn) => fn.self === self);
  if (!fact || fact.role === 'module') return;
  if (!fact.name) {
    fact.name = name;
    const place = r.b.facts.places[self];
    if (place) place.name = name;
  }
  makeComponent(r, fact);
}

export function makeComponent(r: ScriptReader, fact: FunctionFact): void {
  fact.role = 'component';
  describeProps(r, fact);
}

/** Gathers the props a component names, from its parameter and from everything that reads the props object. */
function describeProps(r: ScriptReader, fact: FunctionFact): void {
  const first = fact.params[0];
  fact.props = [];
  fact.takesRest = r.takesArguments.has(r.b.facts.functions.indexOf(fact));
  if (first === undefined) return;
  const { places } = r.b.facts;
  const { flows, uses, calls } = r.b.within(fact);
  const holders = new Set<PlaceId>([first, ...(r.propsHolders.get(first) ?? [])]);
  const props = new Map<string, PropFact>();
  // Aliases of the props object come after it, so one pass in order of the flows finds them.
  for (const flow of flows) {
    if (!holders.has(flow.from)) continue;
    if (flow.op === 'same' && /^(binding|param)$/.test(places[flow.to]?.kind ?? '')) holders.add(flow.to);
    else if (flow.op === 'get' && flow.field && !isAnyField(flow.field)) {
      if (props.has(flow.field)) continue;
      const key = `${flow.from}.${flow.field}`;
      const at = r.fieldSpots.get(key) ?? places[flow.to]?.at ?? fact.at;
      const otherwise = r.defaults.get(key) ?? r.defaults.get(`${first}.${flow.field}`) ?? null;
      props.set(flow.field, {
        name: flow.field,
        required: false,
        default: otherwise,
        declared: true,
        at,
      });
    } else if (!(flow.from === first && flow.op === 'put' && places[flow.to]?.name === 'this')) fact.takesRest = true;
  }
  for (const use of uses) if (holders.has(use.place)) fact.takesRest = true;
  for (const call of calls) if (call.args.some((arg) => arg !== null && holders.has(arg))) fact.takesRest = true;
  addTyped(r, fact, props);
  fact.props = [...props.values()];
}

/** What the props' type adds: props nobody reads, and which of them must be given. */
function addTyped(r: ScriptReader, fact: FunctionFact, props: Map<string, PropFact>): void {
  const id = r.b.facts.functions.indexOf(fact);
  const type = r.propTypes.get(id);
  if (!type) return;
  const written = typeOf(type);
  const typed = propsOf(written, findIn(r.b.facts.types));
  if (fact.parent !== null && r.givesComponent.has(fact.parent)) {
    fact.openType = true;
    return;
  }
  // What the file does not show is looked for in the others once they are all read.
  if (typed.open) {
    fact.openType = true;
    fact.propsType = written;
  }
  for (const [name, { optional, at }] of typed.props) {
    const known = props.get(name);
    if (known) known.required = !optional && known.default === null;
    else {
      const otherwise = r.defaults.get(`${fact.params[0]}.${name}`) ?? null;
      props.set(name, { name, required: !optional && otherwise === null, default: otherwise, declared: true, at });
    }
  }
}
