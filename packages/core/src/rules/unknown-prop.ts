/** A prop passed to a component that does not take it. */
import { labelled } from './shared/webComponentExamples';
import { gauged } from './shared/angularExamples';
import { passing } from './shared/scopeExamples';
import { FAMILIES } from '../model/families';
import { isOfElements } from '../model/domAttributes';
import { misspellingOf } from './shared/misspelt';
import { isMissed, passings, rendersNothing, takenBy, unknownAt } from './shared/sites';
import { list, named, namesOf, positionOf, type Draft, type Rule } from './rule';

/** Whether a name is none that an element or a directive is likely to have for itself: not the beginning of the one that was meant. */
const isAnotherSpelling = (name: string, meant: string): boolean =>
  !isOfElements(name) && !name.startsWith(meant) && !meant.startsWith(name);

export const unknownProp: Rule = {
  id: 'unknown-prop',
  level: 'warning',
  says: 'A prop is passed that the component ignores.',
  why: 'It is dropped silently: what it was meant to do does not happen.',
  todo: 'Correct its name, declare it, or remove it.',
  settings: {},
  absence: true,
  examples: {
    failing: {
      'src/Tray.jsx': `export function Tray({ label }) {
  return <b>{label}</b>;
}
export function Bench() {
  return <Tray label="fern" lable="moss" />;
}
`,
    },
    passing: {
      'src/Tray.jsx': `export function Tray({ label, ...rest }) {
  return <b {...rest}>{label}</b>;
}
export function Bench() {
  return <Tray label="fern" title="moss" />;
}
`,
    },
  },
  examplesIn: {
    angular: {
      failing: gauged('[scael]="units"', '{{ scale() }}', "scale = input('C');"),
      passing: gauged('[scale]="units"', '{{ scale() }}', "scale = input('C');"),
    },
    lwc: {
      failing: labelled('lable="north"', '{label}', '@api label;'),
      passing: labelled('label="north"', '{label}', '@api label;'),
    },
    scope: {
      failing: passing('labl="Fern" depth="depth"'),
      passing: passing('label="Fern" depth="depth" flex'),
    },
  },
  check({ linked }) {
    return passings(linked).flatMap(({ fact, file, component, author, open, wrapped }) => {
      const { attributesFall, sharesTag, openTags } = FAMILIES[component.family];
      if (wrapped || component.takesRest || component.openType || (attributesFall && !sharesTag)) return [];
      const unknown = unknownAt(component, fact);
      if (unknown.length === 0 || rendersNothing(linked, component.fn)) return [];
      const passed = new Set(fact.props.map(({ name }) => name));
      const [others, misspelt] = [new Set<string>(), new Map<string, string>()];
      for (const name of unknown) {
        const near = misspellingOf(name, [...takenBy(component)]);
        const prop = component.props.find((one) => one.name === near);
        // Where what it was meant for is required and missing, that is told instead.
        if (prop && !open && !passed.has(prop.name) && isMissed(linked, component, prop)) continue;
        if (!attributesFall) {
          if (near) misspelt.set(name, near);
          else if (!openTags) others.add(name);
        } else if (near && !passed.has(near) && isAnotherSpelling(name, near)) misspelt.set(name, near);
      }
      const draftFor = (names: readonly string[], near: string | null): Draft[] => {
        if (names.length === 0) return [];
        const at = fact.props.find((one) => one.name === names[0])?.at ?? fact.at;
        return [
          {
            message: `${author?.name ?? 'The entry'} passes ${list(names)} to ${component.name}, which ignores ${names.length > 1 ? 'them' : 'it'}.${near ? ` It takes ${near}: did you mean that?` : ''}`,
            effect: `Passing ${names.length > 1 ? 'them' : 'it'} changes nothing on the screen.`,
            todo: near
              ? `Rename it to ${near}.`
              : `Remove ${names.length > 1 ? 'them' : 'it'}, or declare ${names.length > 1 ? 'them' : 'it'} in ${component.name}.`,
            component: author?.name ?? null,
            ...namesOf(names),
            ...positionOf(linked, file, at),
            ...named([author, component]),
            related: [],
          },
        ];
      };
      return [...draftFor([...others], null), ...[...misspelt].flatMap(([name, near]) => draftFor([name], near))];
    });
  },
};
