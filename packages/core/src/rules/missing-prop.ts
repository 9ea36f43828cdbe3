/** A required prop that a site does not pass. */
import { passing } from './shared/scopeExamples';
import { misspellingOf } from './shared/misspelt';
import { countsOn, isMissed, passings, unknownAt } from './shared/sites';
import { relatedAt, list, named, namesOf, positionOf, type Rule } from './rule';

/** A child that requires an input, for the examples. */
const BED = `import { Component, input } from '@angular/core';
@Component({ selector: 'app-bed', template: '<b>{{ depth() }}</b>' })
export class Bed {
  depth = input.required<number>();
}
`;

export const missingProp: Rule = {
  id: 'missing-prop',
  level: 'error',
  says: 'A required prop without a default is not passed.',
  why: 'The component gets undefined where it expects a value: it shows nothing there, or throws when it reads a field.',
  todo: 'Pass the prop, give it a default, or make it optional.',
  settings: {},
  absence: true,
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
  examplesIn: {
    scope: {
      failing: passing('label="Fern"'),
      passing: passing('label="Fern" depth="depth"'),
    },
    angular: {
      failing: {
        'src/app.ts': `import { Component } from '@angular/core';
import { Bed } from './bed';
@Component({ selector: 'app-root', imports: [Bed], template: '<app-bed></app-bed>' })
export class App {
  depth = 1;
}
`,
        'src/bed.ts': BED,
      },
      passing: {
        'src/app.ts': `import { Component } from '@angular/core';
import { Bed } from './bed';
@Component({ selector: 'app-root', imports: [Bed], template: '<app-bed [depth]="depth"></app-bed>' })
export class App {
  depth = 1;
}
`,
        'src/bed.ts': BED,
      },
    },
  },
  check({ linked }) {
    return passings(linked).flatMap(({ fact, file, component, author, open }) => {
      if (open || !component.props.some((prop) => prop.required)) return [];
      const passed = new Set(fact.props.map((prop) => prop.name));
      const [first, ...others] = component.props.filter(
        (prop) =>
          !passed.has(prop.name) && !passed.has(prop.listener ?? prop.name) && isMissed(linked, component, prop),
      );
      if (!first) return [];
      const missing = [first, ...others];
      // Without a type, having no default says little: many components do without such a prop.
      const matters = missing.some(({ name, untyped }) => !untyped || countsOn(linked, component, name));
      const names = list(missing.map(({ name }) => name));
      const unknown = unknownAt(component, fact);
      const instead = missing.flatMap(({ name }) => unknown.filter((one) => misspellingOf(one, [name])).slice(0, 1));
      return [
        {
          ...(matters ? {} : { level: 'note' as const }),
          message: `${author?.name ?? 'The entry'} renders ${component.name} without ${names}, which it requires.${instead.length > 0 ? ` It passes ${list(instead)}: did you mean that?` : ''}`,
          effect: `${component.name} gets undefined for ${names}: it shows nothing there, or throws when it reads a field.`,
          todo: `Pass ${names}, or give ${missing.length > 1 ? 'them defaults' : 'it a default'} in ${component.name}.`,
          component: author?.name ?? null,
          ...namesOf(missing.map(({ name }) => name)),
          ...positionOf(linked, file, fact.at),
          ...named([author, component]),
          related: missing.map((prop) =>
            relatedAt(linked, component.file, prop.at, `${component.name} requires ${prop.name} here.`),
          ),
        },
      ];
    });
  },
};
