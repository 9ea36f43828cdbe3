/** A required prop that a site does not pass. */
import { nearest } from '../follow/nearNames';
import { isMissed, passings, unknownAt } from './shared/sites';
import { beside, list, named, namesOf, seat, type Rule } from './rule';

export const missingProp: Rule = {
  id: 'missing-prop',
  level: 'error',
  says: 'A required prop without a default is not passed.',
  why: 'The component gets nothing where it counts on a value: it shows an empty place, or fails as soon as it reads a field.',
  todo: 'Pass the prop, give it a default, or declare it optional.',
  settings: {},
  examples: {
    failing: {
      'src/Tray.tsx': `export function Tray({ label }: { label: string }) {
  return <b>{label}</b>;
}
export function Bench() {
  return <Tray />;
}
`,
    },
    passing: {
      'src/Tray.tsx': `export function Tray({ label }: { label: string }) {
  return <b>{label}</b>;
}
export function Bench() {
  return <Tray label="fern" />;
}
`,
    },
  },
  check({ linked }) {
    return passings(linked).flatMap(({ fact, file, component, author, open }) => {
      if (open || !component.props.some((prop) => prop.required)) return [];
      const given = new Set(fact.props.map((prop) => prop.name));
      const [first, ...others] = component.props.filter(
        (prop) => !given.has(prop.name) && !given.has(prop.listener ?? prop.name) && isMissed(linked, component, prop),
      );
      if (!first) return [];
      const missing = [first, ...others];
      const unknown = unknownAt(component, fact);
      const instead = missing.flatMap(({ name }) => nearest(name, unknown).slice(0, 1));
      return [
        {
          message: `${author?.name ?? 'The entry'} renders ${component.name} without ${list(missing.map(({ name }) => name))}, which it requires: there it gets nothing.${instead.length > 0 ? ` It is passed ${list(instead)}: was that meant?` : ''}`,
          component: author?.name ?? null,
          ...namesOf(missing.map(({ name }) => name)),
          ...seat(linked, file, fact.at),
          ...named([author, component]),
          related: missing.map((prop) =>
            beside(linked, component.file, prop.at, `${component.name} requires ${prop.name} here.`),
          ),
        },
      ];
    });
  },
};
