/** A parent reaches for what a child does not offer. */
import { FAMILIES } from '../model/families';
import { HANDLE, isAnyField } from '../model/signs';
import { relatedAt, named, positionOf, type Draft, type Rule, remedyIn, list } from './rule';
import { passings } from './shared/sites';

export const danglingHandle: Rule = {
  id: 'dangling-handle',
  level: 'warning',
  says: 'A parent calls a method that the child does not expose, or calls it before the child is mounted.',
  why: 'The ref is empty or has no such method, so the call throws when it runs.',
  todo: 'Expose the method in the child, or call it from an event handler or an effect.',
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
      const ref = fact.props.find((prop) => prop.name === HANDLE);
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
        const isEarly = offers.has(method);
        const why = isEarly
          ? ' while rendering, before it is mounted'
          : offers.size === 0
            ? ', which exposes nothing to a ref'
            : `, which only exposes ${list([...offers])}`;
        found.push({
          message: `${author.name} calls ${method}() on ${component.name}${why}.`,
          effect: 'The call throws as soon as it runs, or does nothing if it is optional (“?.”).',
          todo: isEarly
            ? 'Call it from an event handler or an effect.'
            : remedyIn(
                {
                  angular: `Make ${method} a public method of ${component.name}.`,
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
          related: [relatedAt(linked, file, ref.at, 'The reference is given here.')],
        });
      }
    }
    return found;
  },
};
