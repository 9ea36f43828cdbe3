/** Prop types declared in other files. */
import type { FunctionFact, PropFact, TypeFact } from '../../model/facts';
import { propsOf, type FindType } from '../../model/types';
import type { Graph } from '../graph/graph';

/** A component's props, with what the types of other files add to them. */
export function typedProps(graph: Graph, fact: FunctionFact, file: number): { props: PropFact[]; openType: boolean } {
  const own = [...(fact.props ?? []), ...mixedIn(graph, fact, file, new Set())];
  if (!fact.propsType) return { props: own, openType: fact.openType ?? false };
  const typed = propsOf(fact.propsType, findFrom(graph, file));
  const props = new Map(own.map((prop) => [prop.name, prop]));
  for (const [name, { optional, at }] of typed.props) {
    const known = props.get(name);
    const shared = isOwn(graph, file, at.line) ? {} : { shared: true as const };
    if (known) props.set(name, { ...known, ...shared, required: !optional && known.default === null });
    // Declared in another file: it stands, for this one, where the component does.
    else
      props.set(name, {
        name,
        required: !optional,
        default: null,
        declared: true,
        at: shared.shared ? fact.at : at,
        ...shared,
      });
  }
  return { props: [...props.values()], openType: typed.open };
}

/** Props that come with what a component mixes in; they stand, for it, where it does. */
function mixedIn(graph: Graph, fact: FunctionFact, file: number, seen: Set<FunctionFact>): PropFact[] {
  if (seen.has(fact)) return [];
  seen.add(fact);
  const known = new Set(fact.props?.map((prop) => prop.name));
  return (fact.mixes ?? []).flatMap((place) =>
    graph.functionsAt(graph.at(file, place)).flatMap((fn) => {
      const mixed = graph.functions[fn];
      if (!mixed) return [];
      const props = [...(mixed.fact.props ?? []), ...mixedIn(graph, mixed.fact, mixed.file, seen)];
      return props
        .filter((prop) => !known.has(prop.name))
        .map((prop) => ({ ...prop, at: fact.at, shared: true as const }));
    }),
  );
}

/** Whether a component mixes in something that cannot be found: what that does with the props is not known. */
export function mixesUnknown(graph: Graph, fact: FunctionFact, file: number): boolean {
  return (fact.mixes ?? []).some((place) => graph.functionsAt(graph.at(file, place)).length === 0);
}

/** Whether a component fetches markup that is not there: what that does with the props is not known either. */
export function fetchesUnknown(graph: Graph, { fetches }: FunctionFact, file: number): boolean {
  return !!fetches && fetches.from.every((place) => graph.functionsAt(graph.at(file, place)).length === 0);
}

function isOwn(graph: Graph, file: number, line: number): boolean {
  return Object.values(graph.files[file]?.types ?? {}).some(
    (type) => type.is === 'props' && type.props.some((prop) => prop.at.line === line),
  );
}

function findFrom(graph: Graph, file: number): FindType {
  return (name) => {
    const found = lookUp(graph, file, name, new Set());
    return found && { type: found.type, find: findFrom(graph, found.file) };
  };
}

function lookUp(graph: Graph, file: number, name: string, seen: Set<string>): { type: TypeFact; file: number } | null {
  const facts = graph.files[file];
  if (!facts || seen.has(`${file}#${name}`)) return null;
  seen.add(`${file}#${name}`);
  graph.dependencies.dependOn(file);
  const own = Object.hasOwn(facts.types, name) ? facts.types[name] : undefined;
  if (own) return { type: own, file };
  for (const one of facts.typeImports) {
    if (one.name !== name && one.name !== '*') continue;
    const resolution = graph.modules.resolve(facts.path, one.source);
    if (resolution.kind !== 'file') continue;
    const found = lookUp(graph, resolution.file, one.name === '*' ? name : one.imported, seen);
    if (found) return found;
  }
  return null;
}
