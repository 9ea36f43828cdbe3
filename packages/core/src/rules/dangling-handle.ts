/** A parent reaches for what a child does not offer. */
import { reaching } from './shared/webComponentExamples';
import { isAnyField } from '../model/signs';
import { relatedAt, named, positionOf, type Draft, type Rule, remedyIn, list } from './rule';
import { references } from './shared/references';
import { FAMILIES } from '../model/families';
import { ELEMENT_METHODS } from '../model/domMembers';
import { BED } from './shared/angularExamples';

/** More names than these say nothing to whoever misses one. */
const MOST_TOLD = 8;

export const danglingHandle: Rule = {
  id: 'dangling-handle',
  level: 'warning',
  says: 'A parent calls a method that the child does not expose, or calls it before the child is mounted.',
  why: 'The ref is empty or has no such method, so the call throws when it runs.',
  todo: 'Expose the method in the child, or call it from an event handler or an effect.',
  settings: {},
  absence: true,
  examples: {
    failing: {
      'src/Bench.jsx': `import { forwardRef, useImperativeHandle, useRef } from 'react';
const Tray = forwardRef(({ label }, ref) => {
  useImperativeHandle(ref, () => ({ open() {} }));
  return <b>{label}</b>;
});
export function Bench() {
  const tray = useRef(null);
  return <ul onClick={() => tray.current.close()}><Tray ref={tray} label="fern" /></ul>;
}
`,
    },
    passing: {
      'src/Bench.jsx': `import { forwardRef, useImperativeHandle, useRef } from 'react';
const Tray = forwardRef(({ label }, ref) => {
  useImperativeHandle(ref, () => ({ open() {} }));
  return <b>{label}</b>;
});
export function Bench() {
  const tray = useRef(null);
  return <ul onClick={() => tray.current.open()}><Tray ref={tray} label="fern" /></ul>;
}
`,
    },
  },
  examplesIn: {
    lwc: {
      failing: reaching('<c-bed></c-bed>', `this.template.querySelector('c-bed').dig();`, 'dig()'),
      passing: reaching('<c-bed></c-bed>', `this.template.querySelector('c-bed').dig();`),
    },
    angular: {
      failing: {
        'src/app.ts': `import { Component, viewChild } from '@angular/core';
import { Bed } from './bed';
@Component({
  selector: 'app-root',
  imports: [Bed],
  template: '<app-bed></app-bed><b (click)="go()">dig</b>',
})
export class App {
  bed = viewChild(Bed);
  constructor() {
    this.bed()?.dig();
  }
  go() {
    this.bed()?.rake();
  }
}
`,
        'src/bed.ts': BED,
      },
      passing: {
        'src/app.ts': `import { Component, viewChild } from '@angular/core';
import { Bed } from './bed';
@Component({
  selector: 'app-root',
  imports: [Bed],
  template: '<app-bed></app-bed><b (click)="go()">dig</b>',
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
    },
  },
  check({ linked }) {
    const { program } = linked;
    const found: Draft[] = [];
    const reported = new Set<number>();
    for (const { file, holder, at, component, author, before } of references(linked)) {
      const offers = linked.handles.offeredBy(component);
      if (offers === null) continue;
      for (const { method, call } of linked.handles.callsOn(file, holder, author.fn)) {
        const entry = program.graph.calls[call];
        if (!entry || reported.has(call)) continue;
        const early = before.includes(program.graph.fnOfCall(call));
        // `tray.current?.open()`: nothing the first time, and there the next time the component renders.
        if (early && entry.fact.optional && FAMILIES[author.family].runsAgain && offers.has(method)) continue;
        // What every instance has is there without being offered.
        if (FAMILIES[component.family].isElement && ELEMENT_METHODS.has(method) && !early) continue;
        if ((offers.has(method) && !early) || method.startsWith('$') || isAnyField(method)) continue;
        const isEarly = early && (offers.has(method) || FAMILIES[component.family].isElement);
        const why = isEarly
          ? remedyIn(
              {
                angular: ' before its view is there',
                lwc: ' before its markup is rendered',
                others: ' while rendering, before it is mounted',
              },
              component.family,
            )
          : offers.size === 0
            ? ', which exposes nothing to a ref'
            : offers.size > MOST_TOLD
              ? `, which has no ${method}`
              : `, which only exposes ${list([...offers])}`;
        reported.add(call);
        found.push({
          message: `${author.name} calls ${method}() on ${component.name}${why}.`,
          effect: 'The call throws as soon as it runs, or does nothing if it is optional (“?.”).',
          todo: isEarly
            ? remedyIn(
                {
                  angular: 'Call it in ngAfterViewInit or in an event handler.',
                  lwc: 'Call it in renderedCallback or in an event handler.',
                  others: 'Call it from an event handler or an effect.',
                },
                component.family,
              )
            : remedyIn(
                {
                  angular: `Make ${method} a public method of ${component.name}.`,
                  lwc: `Mark ${method} with @api in ${component.name}.`,
                  vue: `Expose ${method} in ${component.name} with defineExpose.`,
                  svelte: `Export ${method} from ${component.name}.`,
                  others: `Expose ${method} in ${component.name} with useImperativeHandle.`,
                },
                component.family,
              ),
          component: author.name,
          name: method,
          ...positionOf(linked, entry.file, entry.fact.at),
          ...named([author, component]),
          related: [relatedAt(linked, file, at, 'The reference is given here.')],
        });
      }
    }
    return found;
  },
};
