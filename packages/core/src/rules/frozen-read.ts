/** A value copied once, although it changes later. */
import { deepening } from './shared/webComponentExamples';
import { typing } from './shared/scopeExamples';
import type { Linked } from '../link';
import { copies, FIRST_ONLY } from './shared/copies';
import { takenOnce } from './shared/takenOnce';
import { hiddenNames } from './shared/hiddenNames';
import { relatedAt, named, positionOf, type Draft, type Rule, remedyIn } from './rule';

/** A parent whose value changes, for the examples. */
const APP = `import { Component } from '@angular/core';
import { Bed } from './bed';
@Component({
  selector: 'app-root',
  imports: [Bed],
  template: '<app-bed [depth]="depth"></app-bed><b (click)="dig()">dig</b>',
})
export class App {
  depth = 1;
  dig() {
    this.depth = 2;
  }
}
`;

export const frozenRead: Rule = {
  id: 'frozen-read',
  level: 'error',
  says: 'A value that changes later is copied once.',
  why: 'The copy goes stale: the component keeps showing the first value.',
  todo: 'Read the value itself each time instead of a copy.',
  settings: {},
  examples: {
    failing: {
      'src/Gauge.jsx': `import { useState } from 'react';
export function Desk() {
  const [level, setLevel] = useState(1);
  return <main onClick={() => setLevel(level + 1)}>{level}<Gauge level={level} /></main>;
}
function Gauge({ level }) {
  const [shown] = useState(level);
  return <b>{shown}</b>;
}
`,
    },
    passing: {
      'src/Gauge.jsx': `import { useState } from 'react';
export function Desk() {
  const [level, setLevel] = useState(1);
  return <main onClick={() => setLevel(level + 1)}>{level}<Gauge level={level} /></main>;
}
function Gauge({ level }) {
  return <b>{level}</b>;
}
`,
    },
  },
  examplesIn: {
    lwc: {
      failing: deepening(
        '',
        '<b>{shown}</b>',
        `
  shown = 0;
  connectedCallback() {
    this.shown = this.depth;
  }`,
      ),
      passing: deepening('', '<b>{depth}</b>', ''),
    },
    scope: {
      failing: typing('name'),
      passing: typing('bed.name'),
    },
    angular: {
      failing: {
        'src/app.ts': APP,
        'src/bed.ts': `import { Component, Input } from '@angular/core';
@Component({ selector: 'app-bed', template: '<b>{{ first }}</b>' })
export class Bed {
  @Input() depth = 0;
  first = 0;
  ngOnInit() {
    this.first = this.depth;
  }
}
`,
      },
      passing: {
        'src/app.ts': APP,
        'src/bed.ts': `import { Component, Input } from '@angular/core';
@Component({ selector: 'app-bed', template: '<b>{{ depth }}</b>' })
export class Bed {
  @Input() depth = 0;
}
`,
      },
    },
  },
  check({ linked, cells }) {
    const meant = takenOnce(linked, cells).filter(({ name }) => !FIRST_ONLY.test(name));
    const once = meant.map(({ component, name, file, spot, from, source }): Draft => ({
      message: `${component.name} reads ${from} only once, while it is set up, and misses every later change.`,
      effect: `${component.name} keeps showing the first ${from}.`,
      todo: remedyIn(
        {
          scope: `Keep the object that holds ${from} (vm.${name}Of = …) and read ${from} of it in the markup.`,
          angular: `Read ${from} in the template, or make it computed(() => …).`,
          vue: `Read ${from} in the template, or make it computed(() => …).`,
          svelte: `Read ${from} in the markup, or make it $derived(…) (a “$:” statement before Svelte 5).`,
          others: `Read ${from} where it is used.`,
        },
        component.family,
      ),
      component: component.name,
      name,
      ...positionOf(linked, file, spot),
      ...named([component]),
      related: [relatedAt(linked, source.cell.file, source.cell.spot, `${source.cell.name} lives here, and changes.`)],
    }));
    const copied = copies(cells, linked).flatMap(
      ({ copy, component, from: name, sources, changed, inStep, sourceChanges, firstOnly }) => {
        if (changed || inStep || firstOnly || !sourceChanges) return [];
        if (comesAndGoes(linked, component.fn)) return [];
        const { cell, values } = copy;
        // Out of a service it may go by the name of the copy already.
        const from = name === cell.name ? (sources[0]?.cell.name ?? name) : name;
        if ([from.slice(from.lastIndexOf('.') + 1), cell.name].some((name) => FIRST_ONLY.test(name))) return [];
        // A copy that is never read shows nothing stale.
        if (![...(values?.stops.values() ?? [])].some((stop) => stop.facts.uses.length > 0)) return [];
        const source = sources[0]?.cell;
        return [
          {
            message: `${component.name} copies ${from} into ${cell.name} once, when it mounts, and misses every later change.`,
            effect: `${component.name} keeps showing the first ${from}.`,
            todo: remedyIn(
              {
                angular: `Use ${from} itself, or make ${cell.name} computed(() => …).`,
                vue: `Use ${from} itself, or make ${cell.name} computed(() => …).`,
                svelte: `Use ${from} itself, or make ${cell.name} $derived(…) (a “$:” statement before Svelte 5).`,
                others: `Use ${from} itself; to start over with each new value, give ${component.name} a key.`,
              },
              component.family,
            ),
            component: component.name,
            name: cell.name,
            ...positionOf(linked, cell.file, cell.spot),
            ...named([component]),
            related: source
              ? [relatedAt(linked, source.file, source.spot, `${source.name} lives here, and changes.`)]
              : [],
          },
        ];
      },
    );
    const hidden = hiddenNames(linked, cells).map(({ component, own: { cell }, around }): Draft => {
      const home = around.cell.home === null ? null : (linked.program.component(around.cell.home) ?? null);
      const where = home === null || home === component ? 'around it' : `of ${home.name}`;
      return {
        message: `${component.name} sets ${cell.name} in a scope of its own, which hides the ${cell.name} ${where} from then on.`,
        effect: `What is set here never reaches the ${cell.name} ${where}, and later changes of that are not shown here.`,
        todo: `Keep ${cell.name} as a field of an object (form.${cell.name}), or name the controller (“… as vm”) and set vm.${cell.name}.`,
        component: component.name,
        name: cell.name,
        ...positionOf(linked, cell.file, cell.spot),
        ...named([component, home]),
        related: [relatedAt(linked, around.cell.file, around.cell.spot, `${around.cell.name} lives here.`)],
      };
    });
    return [...once, ...copied, ...hidden];
  },
};

/**
 * Whether a component is rendered in branches alone, as an editor is while something is being edited: what it copies when it comes may be
 * all it needs until it goes.
 */
function comesAndGoes({ program }: Linked, fn: number): boolean {
  const sites = program.sitesOf(fn);
  return sites.length > 0 && sites.every((site) => program.graph.sites[site]?.fact.repeat === 'conditional');
}
