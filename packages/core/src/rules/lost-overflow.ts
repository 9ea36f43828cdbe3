/** Attributes that have nowhere to go. */
import { HANDLE, isSigned } from '../model/signs';
import { named, positionOf, type Rule } from './rule';
import { passings, takenBy } from './shared/sites';

const sfc = (script: string, template: string): string =>
  `<script setup>\n${script}\n</script>\n<template>\n${template}\n</template>\n`;

export const lostOverflow: Rule = {
  id: 'lost-overflow',
  level: 'warning',
  says: 'A component is passed attributes it does not declare, and has no single root element to put them on.',
  why: 'They are dropped: what was passed has no effect, and nothing on the screen says so.',
  todo: 'Declare them as props, or put v-bind="$attrs" on the element that should get them.',
  settings: {},
  examples: {
    failing: {
      'src/Bench.vue': sfc(`import Tray from './Tray.vue';`, `<Tray label="fern" title="shade" />`),
      'src/Tray.vue': sfc(`defineProps(['label']);`, `<b>{{ label }}</b><i>ready</i>`),
    },
    passing: {
      'src/Bench.vue': sfc(`import Tray from './Tray.vue';`, `<Tray label="fern" title="shade" />`),
      'src/Tray.vue': sfc(`defineProps(['label']);`, `<b v-bind="$attrs">{{ label }}</b><i>ready</i>`),
    },
  },
  check({ linked }) {
    const { graph } = linked.program;
    return passings(linked).flatMap(({ fact, file, component, author }) => {
      const taker = graph.functions[component.fn]?.fact;
      if (!taker?.losesRest || component.takesRest || component.openType) return [];
      const taken = takenBy(component);
      return fact.props.flatMap(({ name, at }) => {
        if (name === null || taken.has(name) || isSigned(name) || name === HANDLE) return [];
        return [
          {
            message: `${author?.name ?? 'The entry'} passes ${name} to ${component.name}, which does not declare it and has no single root element to put it on.`,
            effect: `${name} is dropped: passing it changes nothing on the screen.`,
            todo: `Declare ${name} as a prop of ${component.name}, or put v-bind="$attrs" on the element that should get it.`,
            component: author?.name ?? null,
            name,
            ...positionOf(linked, file, at),
            ...named([author, component]),
            related: [],
          },
        ];
      });
    });
  },
};
