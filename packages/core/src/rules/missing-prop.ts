/** A required prop that a site does not pass. */
import { doesSomethingWith, OWN_ATTRIBUTES, passings } from './sites';
import { beside, named, seat, type Rule } from './rule';

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
      return component.props
        .filter(
          (prop) =>
            prop.required &&
            prop.default === null &&
            !given.has(prop.name) &&
            !OWN_ATTRIBUTES.has(prop.name) &&
            doesSomethingWith(linked, component, prop.name),
        )
        .map((prop) => ({
          message: `${author?.name ?? 'The entry'} renders ${component.name} without ${prop.name}, which it requires: there it gets nothing.`,
          component: author?.name ?? null,
          name: prop.name,
          ...seat(linked, file, fact.at),
          ...named([author, component]),
          related: [beside(linked, component.file, prop.at, `${component.name} requires ${prop.name} here.`)],
        }));
    });
  },
};
