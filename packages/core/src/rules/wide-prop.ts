/** A whole object carried down, of which one or two fields are read. */
import { planned as plannedScope } from './shared/scopeExamples';
import { planned } from './shared/angularExamples';
import { carrying } from './shared/webComponentExamples';
import { FAMILIES } from '../model/families';
import { isAnyField } from '../model/signs';
import { itself, type Flow, type FlowStop } from '../follow/flow';
import { arrivalOf, roleAt } from '../follow/standing';
import { push } from '../link/graph/byPlace';
import { isPart, wasDerived, type Local } from '../link/travel/visited';
import type { Linked } from '../link';
import { list, named, positionOf, type Draft, type Rule } from './rule';

const BELOW = 'the components below';
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

export const wideProp: Rule = {
  id: 'wide-prop',
  level: 'note',
  says: 'A whole object is passed down, although its readers only use one or two of its fields.',
  why: 'Each component on the way depends on the whole object: it re-renders when any field changes, and cannot be used without one.',
  todo: 'Pass only the fields that are read.',
  settings: {
    relays: { default: 1, means: 'How many components must only carry it before it is reported.' },
    fields: { default: 2, means: 'How many fields may be read at most.' },
  },
  examples: {
    failing: {
      'src/House.jsx': `import { useState } from 'react';
export function House() {
  const [plan, setPlan] = useState({ note: '', hour: 6, days: [] });
  return <main onClick={() => setPlan({ note: 'mist', hour: 7, days: [] })}>{plan.days.length}{plan.hour}{plan.note}<Zone plan={plan} /></main>;
}
function Zone({ plan }) {
  return <Tray plan={plan} />;
}
function Tray({ plan }) {
  return <b>{plan.note}</b>;
}
`,
    },
    passing: {
      'src/House.jsx': `import { useState } from 'react';
export function House() {
  const [plan, setPlan] = useState({ note: '', hour: 6, days: [] });
  return <main onClick={() => setPlan({ note: 'mist', hour: 7, days: [] })}>{plan.days.length}{plan.hour}{plan.note}<Zone note={plan.note} /></main>;
}
function Zone({ note }) {
  return <Tray note={note} />;
}
function Tray({ note }) {
  return <b>{note}</b>;
}
`,
    },
  },
  examplesIn: {
    angular: {
      failing: planned('plan', 'plan()', 'plan().note'),
      passing: planned('note', 'plan().note', 'note()'),
    },
    lwc: {
      failing: carrying('plan', 'plan', 'plan.note'),
      passing: carrying('note', 'plan.note', 'note'),
    },
    scope: {
      failing: plannedScope('plan', 'plan', 'plan.note'),
      passing: plannedScope('note', 'plan.note', 'note'),
    },
  },
  check({ linked, cells, setting }) {
    const found = new Map<string, Draft>();
    const drafts = linked.memos.of<Flow, readonly (Draft & { key: string })[]>('wide-prop');
    for (const { values } of cells.all) {
      if (!values || values.stops.size < 3) continue;
      for (const { key, ...draft } of drafts.get(values, () => draftsOf(linked, itself(values), setting)))
        if (!found.has(key)) found.set(key, draft);
    }
    return [...found.values()];
  },
};

/** What there is to say of one value, by the component and the name it goes by there. */
function draftsOf(linked: Linked, values: Flow, setting: (name: string) => number): (Draft & { key: string })[] {
  const fed = fedByRelays(values);
  return [...values.stops.values()].flatMap((stop) => {
    // The first of a chain: it carries the whole object on, and whoever handed it over is no such carrier.
    if (
      !stop.component ||
      stop.key === values.start ||
      fed.has(stop.key) ||
      roleAt(stop, values) !== 'relay' ||
      !carriesWhole(stop)
    )
      return [];
    const chain = below(values.stops, stop);
    const relays = chain.filter((one) => roleAt(one, values) === 'relay');
    if (relays.length < setting('relays')) return [];
    const fields = new Set<string>();
    const whole = chain.some((one) => one.component && readWhole(linked, one, fields));
    if (whole || fields.size === 0 || fields.size > setting('fields')) return [];
    // Only where the object is seen to have more than that.
    if (!hasMore(linked, values.stops, stop, fields)) return [];
    const readers = chain.filter((one) => !relays.includes(one)).map((one) => one.component?.name ?? '');
    const names = [...new Set(readers)];
    const who = list(names) || BELOW;
    const several = names.length !== 1;
    const at = arrivalOf(linked, stop);
    return [
      {
        key: `${stop.component.id}.${stop.name}`,
        message: `${stop.component.name} passes all of ${stop.name} down, but ${who} only ${several ? 'read' : 'reads'} ${list([...fields])}.`,
        effect: FAMILIES[stop.component.family].runsAgain
          ? `${capital(who)} cannot be used without a whole ${stop.name}, and ${several ? 're-render' : 're-renders'} when any other field of it changes.`
          : `${capital(who)} cannot be used without a whole ${stop.name}.`,
        todo: `Pass ${list([...fields])} instead of ${stop.name}.`,
        component: stop.component.name,
        name: stop.name,
        ...positionOf(linked, at.file, at.spot),
        ...named(chain.map((one) => one.component)),
        related: [],
      },
    ];
  });
}

/** The stops to which a component that only carries the object passes it on. */
function fedByRelays(values: Flow): Set<string> {
  const fed = new Set<string>();
  for (const stop of values.stops.values()) {
    if (stop.key === values.start || stop.hops.length === 0 || roleAt(stop, values) !== 'relay') continue;
    if (carriesWhole(stop)) for (const hop of stop.hops) fed.add(hop.target);
  }
  return fed;
}

function carriesWhole(stop: FlowStop): boolean {
  return stop.hops.some((hop) => hop.effect === 'same' || hop.effect === 'renamed');
}

/** The stops the whole object reaches from one of them, itself included. */
function below(stops: ReadonlyMap<string, FlowStop>, start: FlowStop): FlowStop[] {
  const seen = new Set([start]);
  for (const stop of seen)
    for (const hop of stop.hops) {
      const target = stops.get(hop.target);
      if (target && (hop.effect === 'same' || hop.effect === 'renamed')) seen.add(target);
    }
  return [...seen];
}

/** Whether anyone who has the whole object reads another field of it. */
function hasMore(
  linked: Linked,
  stops: ReadonlyMap<string, FlowStop>,
  start: FlowStop,
  fields: ReadonlySet<string>,
): boolean {
  const givers = new Map<string, FlowStop[]>();
  for (const stop of stops.values())
    for (const hop of stop.hops) if (hop.effect === 'same' || hop.effect === 'renamed') push(givers, hop.target, stop);
  const ancestors = new Set([start]);
  for (const one of ancestors) for (const stop of givers.get(one.key) ?? []) ancestors.add(stop);
  const all = new Set<string>();
  for (const one of ancestors) for (const stop of below(stops, one)) readWhole(linked, stop, all);
  return [...all].some((field) => !fields.has(field));
}

/** Adds the fields a component reads of the object; true where it uses the object as a whole. */
function readWhole(linked: Linked, stop: FlowStop, fields: Set<string>): boolean {
  const local = linked.locals.explore(stop.at);
  const read = linked.memos.of<Local, Read>('wide-prop: read').get(local, () => readOf(linked, local));
  for (const field of read.fields) fields.add(field);
  return read.whole || stop.hops.some((hop) => hop.computed);
}

/** What becomes of an object in one component: the fields read of it, and whether it is used as a whole. */
interface Read {
  fields: readonly string[];
  whole: boolean;
}

function readOf(linked: Linked, local: Local): Read {
  const { graph } = linked.program;
  const fields: string[] = [];
  for (const visited of local.visited) {
    if (visited.path !== 0 || isPart(visited) || wasDerived(visited)) continue;
    for (let edge = graph.firstOut(visited.place); edge; edge = edge.nextOut) {
      if (edge.op === 'rest') return { fields, whole: true };
      if (edge.op !== 'get') continue;
      if (isAnyField(edge.field)) return { fields, whole: true };
      fields.push(edge.field);
    }
  }
  const isWhole = (one: { part: boolean; path: number; derived: boolean }): boolean =>
    !one.part && !one.derived && one.path === 0;
  return { fields, whole: local.uses.some(isWhole) || local.outsideCalls.some(isWhole) };
}
