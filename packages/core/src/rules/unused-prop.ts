/** A declared prop that the component neither uses nor passes on. */
import { labelled } from './shared/webComponentExamples';
import { gauged as gaugedScope } from './shared/scopeExamples';
import { gauged } from './shared/angularExamples';
import type { Linked } from '../link';
import { once } from '../link/memo/once';
import type { ComponentInfo } from '../link/program/program';
import { updateProp } from '../model/signs';
import { named, positionOf, type Draft, type Rule } from './rule';
import { doesSomethingWith, rendersNothing } from './shared/sites';

const SCALE_AND_WIDTH = `scale = input('C');
  width = input(1);`;
const LABEL_AND_DEPTH = `@api label;
  @api depth;`;

export const unusedProp: Rule = {
  id: 'unused-prop',
  level: 'note',
  says: 'A prop is declared, but the component never uses it or passes it on.',
  why: 'Whoever passes it believes it has an effect.',
  todo: 'Remove it from the component and from the places that pass it.',
  settings: {},
  absence: true,
  examples: {
    failing: {
      'src/Tray.jsx': `export function Tray({ label, units }) {
  return <b>{label}</b>;
}
`,
    },
    passing: {
      'src/Tray.jsx': `export function Tray({ label, units }) {
  return <b title={units}>{label}</b>;
}
`,
    },
  },
  examplesIn: {
    angular: {
      failing: gauged('scale="K"', '{{ scale() }}', SCALE_AND_WIDTH),
      passing: gauged('scale="K"', '{{ scale() }} {{ width() }}', SCALE_AND_WIDTH),
    },
    lwc: {
      failing: labelled('label="north" depth="2"', '{label}', LABEL_AND_DEPTH),
      passing: labelled('label="north" depth="2"', '{label}{depth}', LABEL_AND_DEPTH),
    },
    scope: {
      failing: gaugedScope('{{ $ctrl.label }}'),
      passing: gaugedScope('{{ $ctrl.label }} {{ $ctrl.depth }}'),
    },
  },
  check({ linked }) {
    const reached = namesReached(linked);
    // A type or a mixin that others declare their props by says nothing of this one.
    const isOfOthers = ({ props }: ComponentInfo, name: string): boolean =>
      (sharedNames(linked).get(name) ?? 0) > 1 && props.some((prop) => prop.shared && prop.name === name);
    const bases = extended(linked);
    const unused = linked.memos.of<ComponentInfo, Draft[]>('unused-prop');
    return [...linked.program.components.values()].flatMap((component) =>
      bases.has(component.fn)
        ? []
        : unused
            .get(component, () => unusedOf(linked, component))
            .filter(({ name }) => name === null || !(reached.has(name) || isOfOthers(component, name))),
    );
  },
};

function unusedOf(linked: Linked, component: ComponentInfo): Draft[] {
  linked.program.dependencies.dependOn(component.file);
  if (rendersNothing(linked, component.fn)) return [];
  const known = fieldsNamed(linked);
  /** What holds for one prop that no code names, holds for each of them. */
  let othersUsed: boolean | null = null;
  const isUsed = (name: string): boolean => {
    if (known.has(name) || known.has(updateProp(name))) return doesSomethingWith(linked, component, name);
    othersUsed ??= doesSomethingWith(linked, component, name);
    return othersUsed;
  };
  return component.props.flatMap((prop): Draft[] => {
    if (!prop.declared || prop.name.startsWith('_')) return [];
    // The family takes it for itself, whatever the component's type says.
    if (prop.name === 'key') return [];
    // It is there for whoever binds it.
    if (prop.output) return [];
    if (isUsed(prop.name)) return [];
    return [
      {
        message: `${component.name} declares ${prop.name} but never uses it or passes it on.`,
        effect: 'Passing it changes nothing on the screen.',
        todo: `Remove ${prop.name} from ${component.name} and from the places that pass it.`,
        component: component.name,
        name: prop.name,
        ...positionOf(linked, component.file, prop.at),
        ...named([component]),
        related: [],
      },
    ];
  });
}

/** The names of fields that any code takes, sets or leaves out. */
const fieldsNamed = once(({ program: { graph } }: Linked): ReadonlySet<string> => {
  const names = new Set<string>();
  for (const facts of graph.files) {
    for (const { field, except } of facts.flows) {
      if (field !== undefined) names.add(field);
      for (const one of except ?? []) names.add(one);
    }
    for (const { name } of facts.places) names.add(name);
  }
  return names;
});

/** How many components declare a prop of a name in another file. */
const sharedNames = once((linked: Linked): ReadonlyMap<string, number> => {
  const found = new Map<string, number>();
  for (const { props } of linked.program.components.values())
    for (const prop of props) if (prop.shared) found.set(prop.name, (found.get(prop.name) ?? 0) + 1);
  return found;
});

/** Fields read in files that reach past props for whatever renders them: they may be anyone's. */
function namesReached({ program: { graph } }: Linked): ReadonlySet<string> {
  return new Set(
    graph.files
      .filter((file) => file.gaps.some((gap) => gap.what === 'instance'))
      .flatMap((file) => file.places.flatMap((place) => (place.kind === 'part' ? [place.name] : []))),
  );
}

/** Components that others extend or mix in: what those do with the props stands in them. */
function extended({ program: { graph } }: Linked): ReadonlySet<number> {
  return new Set(
    graph.functions.flatMap(({ fact, file }) =>
      (fact.mixes ?? []).flatMap((place) => graph.functionsAt(graph.at(file, place))),
    ),
  );
}
