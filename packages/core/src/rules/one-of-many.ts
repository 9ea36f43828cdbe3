/** One reference for many children. */
import { reaching } from './shared/webComponentExamples';
import type { Graph } from '../link/graph/graph';
import { namesAfter } from '../link/graph/aliases';
import { named, positionOf, relatedAt, remedyIn, type Rule } from './rule';
import { references } from './shared/references';
import { BED } from './shared/angularExamples';

export const oneOfMany: Rule = {
  id: 'one-of-many',
  level: 'error',
  says: 'One ref is given to a child that is rendered many times, or one query finds the first of many.',
  why: 'The ref only points to the last child, a query to the first: the others are never reached.',
  todo: 'Collect the refs in a list or a map, ask the query for all of them, or let each child hold its own.',
  settings: {},
  examples: {
    failing: {
      'src/Bench.jsx': `import { forwardRef, useRef } from 'react';
const Tray = forwardRef(({ label }, ref) => <b ref={ref}>{label}</b>);
export function Bench({ trays }) {
  const tray = useRef(null);
  return <ul onClick={() => tray.current.focus()}>{trays.map((label) => <Tray key={label} ref={tray} label={label} />)}</ul>;
}
`,
    },
    passing: {
      'src/Bench.jsx': `import { forwardRef, useRef } from 'react';
const Tray = forwardRef(({ label }, ref) => <b ref={ref}>{label}</b>);
export function Bench({ label }) {
  const tray = useRef(null);
  return <ul onClick={() => tray.current.focus()}><Tray ref={tray} label={label} /></ul>;
}
`,
    },
  },
  examplesIn: {
    lwc: {
      failing: reaching(
        '<template for:each={beds} for:item="bed"><c-bed key={bed}></c-bed></template>',
        `this.template.querySelector('c-bed').dig();`,
      ),
      passing: reaching(
        '<template for:each={beds} for:item="bed"><c-bed key={bed}></c-bed></template>',
        `for (const bed of this.template.querySelectorAll('c-bed')) bed.dig();`,
      ),
    },
    angular: {
      failing: {
        'src/app.ts': `import { Component, viewChild } from '@angular/core';
import { Bed } from './bed';
@Component({
  selector: 'app-root',
  imports: [Bed],
  template: '@for (bed of [1, 2]; track bed) { <app-bed></app-bed> }<b (click)="go()">dig</b>',
})
export class App {
  bed = viewChild(Bed);
  go() {
    this.bed()?.dig();
  }
}
`,
        'src/bed.ts': BED,
      },
      passing: {
        'src/app.ts': `import { Component, viewChildren } from '@angular/core';
import { Bed } from './bed';
@Component({
  selector: 'app-root',
  imports: [Bed],
  template: '@for (bed of [1, 2]; track bed) { <app-bed></app-bed> }<b (click)="go()">dig</b>',
})
export class App {
  beds = viewChildren(Bed);
  go() {
    for (const bed of this.beds()) bed.dig();
  }
}
`,
        'src/bed.ts': BED,
      },
    },
  },
  check({ linked }) {
    const { program } = linked;
    const { graph } = program;
    return references(linked).flatMap(({ site, fact, file, holder, at, component, author, query, chosen }) => {
      if (chosen || query?.all || query?.chosen) return [];
      // In a loop of its own, or in a function that someone else calls many times.
      const around = graph.fnAt(graph.sites[site]?.file ?? file, fact.fn);
      const repeated =
        around !== author.fn &&
        isPassedOn(graph, around) &&
        (linked.render.placements[site] ?? []).some((one) => one.repeat === 'many');
      if (fact.repeat !== 'many' && !repeated) return [];
      if (query) {
        const name = graph.places[graph.at(file, holder)]?.name ?? 'the query';
        return [
          {
            message: `${author.name} queries a single ${component.name} (${name}) but renders a list of them.`,
            effect: 'The query only ever finds the first of them.',
            todo: remedyIn(
              {
                lwc: `Ask for all of them with querySelectorAll, or for one by a data attribute of its own.`,
                others: `Query all of them with ${query.content ? 'contentChildren' : 'viewChildren'}, or let each ${component.name} handle it itself.`,
              },
              component.family,
            ),
            component: author.name,
            name,
            ...positionOf(linked, file, at),
            ...named([author, component]),
            related: [relatedAt(linked, graph.sites[site]?.file ?? file, fact.at, 'They are rendered here.')],
          },
        ];
      }
      const cell = graph
        .trace(graph.at(file, holder))
        .find((origin) => origin.path.length === 0 && graph.places[origin.place]?.kind === 'cell');
      // A reference made inside the loop is one for each.
      if (!cell || program.unitOf(graph.fnOfPlace(cell.place)) !== author.fn) return [];
      const name = graph.places[cell.place]?.name ?? 'ref';
      return [
        {
          message: `${author.name} gives the same ref, ${name}, to every ${component.name} of a list.`,
          effect: 'The ref only ever points to the last of them.',
          todo: `Collect the refs in a Map with a ref function, or let each ${component.name} hold its own.`,
          component: author.name,
          name,
          ...positionOf(linked, file, at),
          ...named([author, component]),
          related: [],
        },
      ];
    });
  },
};

/** Whether a function is given to a component as it is, to be called there. */
function isPassedOn(graph: Graph, fn: number): boolean {
  const entry = graph.functions[fn];
  if (!entry) return false;
  return [...namesAfter(graph, graph.at(entry.file, entry.fact.self))].some((place) =>
    graph.edgesOutOf(place).some((edge) => edge.op === 'put' && graph.places[edge.to]?.kind === 'siteProps'),
  );
}
