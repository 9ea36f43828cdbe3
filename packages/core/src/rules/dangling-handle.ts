/** A parent reaches for what a child does not offer. */
import { FAMILIES } from '../model/families';
import { isAnyField } from '../model/signs';
import { beside, named, seat, type Draft, type Rule } from './rule';
import { passings } from './shared/sites';

export const danglingHandle: Rule = {
  id: 'dangling-handle',
  level: 'warning',
  says: 'A parent calls something on a child that the child does not offer, or before it can be there.',
  why: 'The reference is empty, or has no such function: the call fails when it is made.',
  todo: 'Let the child offer it (forwardRef with useImperativeHandle), call it from an event or an effect.',
  settings: {},
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
  check({ linked }) {
    const { program } = linked;
    const found: Draft[] = [];
    for (const { fact, file, component, author } of passings(linked)) {
      const ref = fact.props.find((prop) => prop.name === 'ref');
      if (!author || ref?.place == null) continue;
      const offers = linked.handles.offeredBy(component);
      if (offers === null) continue;
      for (const { method, call } of linked.handles.callsOn(file, ref.place, author.fn)) {
        const entry = program.graph.calls[call];
        if (!entry) continue;
        const fn = program.graph.fnOfCall(call);
        const early = fn === author.fn && FAMILIES[component.family].runsAgain;
        // What every instance has is there without being offered.
        if ((offers.has(method) && !early) || method.startsWith('$') || isAnyField(method)) continue;
        const why = offers.has(method)
          ? `while it renders: ${component.name} is not there yet`
          : offers.size === 0
            ? `, but ${component.name} takes no reference`
            : `, but ${component.name} only offers ${[...offers].join(', ')}`;
        found.push({
          message: `${author.name} calls ${method}() of ${component.name}${offers.has(method) ? ' ' : ''}${why}.`,
          component: author.name,
          name: method,
          ...seat(linked, entry.file, entry.fact.at),
          ...named([author, component]),
          related: [beside(linked, file, ref.at, 'The reference is given here.')],
        });
      }
    }
    return found;
  },
};
