/** A callback re-wrapped or passed on by components that do nothing else with it. */
import { UNITS_OF_SCOPES } from './shared/scopeExamples';
import { UNITS as UNITS_BY_SLOT } from './shared/webComponentExamples';
import type { FlowStop } from '../follow/flow';
import { arrivalOf } from '../follow/standing';
import type { Linked } from '../link';
import { CHAIN_SETTINGS, chains, costOf, namesAlong, type Chain } from './shared/chains';
import { relatedAt, count, list, named, namesOf, positionOf, type Draft, type Rule, remedyIn } from './rule';
import { UNITS } from './shared/angularExamples';

export const relayedEvent: Rule = {
  id: 'relayed-event',
  level: 'warning',
  says: 'An event travels up through several components that only forward it.',
  why: 'Each component on the way declares a callback it never calls for itself: changing what is reported means editing all of them.',
  todo: 'Render the sender where the event is handled and pass it down, put the handler into a context, or move the state closer. Homes compares these.',
  settings: CHAIN_SETTINGS,
  examples: {
    failing: {
      'src/Desk.jsx': `import { useState } from 'react';
export function Desk() {
  const [open, setOpen] = useState(false);
  return <House open={open} onVent={setOpen} />;
}
function House({ open, onVent }) {
  return <Zone title={open ? 'airing' : 'shut'} onVent={onVent} />;
}
function Zone({ title, onVent }) {
  return <section title={title}><VentLever onVent={(to) => onVent(to)} /></section>;
}
function VentLever({ onVent }) {
  return <button onClick={() => onVent(true)}>open</button>;
}
`,
    },
    passing: {
      'src/Desk.jsx': `import { useState } from 'react';
export function Desk() {
  const [open, setOpen] = useState(false);
  return <p>{open ? 'airing' : 'shut'}<VentLever onVent={setOpen} /></p>;
}
function VentLever({ onVent }) {
  return <button onClick={() => onVent(true)}>open</button>;
}
`,
    },
  },
  examplesIn: { angular: UNITS, lwc: UNITS_BY_SLOT, scope: UNITS_OF_SCOPES },
  check({ linked, cells, setting }) {
    return chains(linked, cells, (flow) => flow.calls, setting).flatMap((alike) => draftOf(linked, alike));
  },
};

/** Components, render functions and functions that answer a question are called too; nobody is told anything by that. */
const NO_EVENT = /^[A-Z]|^(render|is|has|can|should|get|format|to)([A-Z]|$)/;

/** Whether what a function returns is put to use where it is called: it is asked something, and not told. */
function isAnswered({ program: { graph }, locals }: Linked, { at }: FlowStop): boolean {
  return locals.explore(at).called.some(({ call, run }) => {
    const entry = graph.calls[call];
    if (!entry) return false;
    const place = graph.at(entry.file, entry.fact.result);
    return graph.callsWithArg(place).length > 0 || locals.explore({ place, path: 0, run }).uses.length > 0;
  });
}

function draftOf(linked: Linked, alike: readonly Chain[]): Draft[] {
  const reported = alike.filter(({ after }) => !NO_EVENT.test(after.name) && !isAnswered(linked, after));
  const [chain] = reported;
  if (!chain) return [];
  // Seen from the component that calls it, the first relay is the one right above.
  const up = [...chain.carriers].reverse();
  const first = up[0];
  if (!first?.component) return [];
  const names = [...new Set(reported.map(({ carriers }) => carriers.at(-1)?.name ?? ''))];
  const called = [...new Set(reported.map(({ after }) => after.name))];
  const carried = namesAlong(up);
  const senders = [...new Set(reported.map(({ after }) => after.component?.name ?? ''))];
  const from = list(senders);
  const moved = senders.length > 1 ? 'them' : 'it';
  const home = chain.before.component?.name ?? 'its module';
  const at = arrivalOf(linked, first);
  return [
    {
      message: `${list(carried)} only ${carried.length === 1 ? 'forwards' : 'forward'} ${list(called)}, all the way from ${from} up to ${home}.`,
      ...costOf(
        reported,
        (named) =>
          `Changing what ${from} ${senders.length > 1 ? 'report' : 'reports'} means editing ${count(named, 'component that only forwards', 'components that only forward').toLowerCase()} it.`,
      ),
      todo: remedyIn(
        {
          scope: `Transclude ${from} from ${home}, or send it up with $scope.$emit(). Homes compares the options.`,
          lwc: `Put ${from} into a slot that ${home} fills, let the event bubble, or publish it on a message channel. Homes compares the options.`,
          angular: `Project ${from} from ${home} with <ng-content>, or let ${from} call a service that ${home} injects too. Homes compares the options.`,
          vue: `Render ${from} in ${home} through slots, or let ${from} inject() a handler that ${home} provides. Homes compares the options.`,
          svelte: `Render ${from} in ${home} and pass ${moved} down as a snippet or slot, or put the handler into a context. Homes compares the options.`,
          others: `Render ${from} in ${home} and pass ${moved} down as children, or put the handler into a context. Homes compares the options.`,
        },
        first.component.family,
      ),
      component: first.component.name,
      ...namesOf(names),
      ...positionOf(linked, at.file, at.spot),
      ...named([chain.after, ...up, chain.before].map((stop) => stop.component)),
      related: [...chain.hops]
        .reverse()
        .map((hop) => relatedAt(linked, hop.file, hop.spot, `Passed down here as ${hop.name}.`)),
    },
  ];
}
