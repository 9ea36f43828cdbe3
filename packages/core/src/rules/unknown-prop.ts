/** A prop passed to a component that does not take it. */
import { FAMILIES } from '../model/families';
import { isSigned } from '../model/signs';
import { nearest } from '../follow/names';
import { OWN_ATTRIBUTES, passings, rendersNothing, takenBy } from './sites';
import { named, seat, type Rule } from './rule';

export const unknownProp: Rule = {
  id: 'unknown-prop',
  level: 'warning',
  says: 'A prop is passed that the component neither declares nor takes along with the rest.',
  why: 'It is lost without a word: what it was to bring about does not happen.',
  todo: 'Correct its name, declare it, or take it out.',
  settings: {},
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
  check({ linked }) {
    return passings(linked).flatMap(({ fact, file, component, author, wrapped }) => {
      if (wrapped || component.takesRest || component.openType || FAMILIES[component.family].attributesFall) return [];
      const taken = takenBy(component);
      if (fact.props.every(({ name }) => name === null || taken.has(name))) return [];
      if (rendersNothing(linked, component.fn)) return [];
      return fact.props.flatMap(({ name, at }) => {
        if (name === null || taken.has(name) || OWN_ATTRIBUTES.has(name) || isSigned(name)) return [];
        const [near] = nearest(name, [...taken]);
        const meant = near ? ` It takes ${near}: was that meant?` : '';
        return [
          {
            message: `${author?.name ?? 'The entry'} passes ${name} to ${component.name}, which does nothing with it.${meant}`,
            component: author?.name ?? null,
            name,
            ...seat(linked, file, at),
            ...named([author, component]),
            related: [],
          },
        ];
      });
    });
  },
};
