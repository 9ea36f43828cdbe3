/** A listener for what nothing sends. */
import { sending } from './shared/scopeExamples';
import { digging as diggingBeds } from './shared/webComponentExamples';
import { misspellingOf } from './shared/misspelt';
import type { Linked } from '../link';
import { once } from '../link/memo/once';
import type { ComponentInfo } from '../link/program/program';
import { DOM_EVENTS } from '../model/domEvents';
import { FAMILIES } from '../model/families';
import { eventOf, isUpdate } from '../model/signs';
import { named, positionOf, type Draft, type Rule } from './rule';
import { passings, type Passing } from './shared/sites';
import { anyTopic, topics, type End } from './shared/topics';
import { digging, hearing } from './shared/angularExamples';

export const unsentEvent: Rule = {
  id: 'unsent-event',
  level: 'warning',
  says: 'Something listens for an event that is never sent.',
  why: 'The listener never runs; often the name was changed at one end only.',
  todo: 'Correct the name, or remove the listener.',
  settings: {},
  absence: true,
  examples: {
    failing: {
      'src/Tally.jsx': `import { useEffect, useState } from 'react';
export function Tally() {
  const [opened, setOpened] = useState(0);
  useEffect(() => {
    const add = () => setOpened((n) => n + 1);
    window.addEventListener('tray:opened', add);
    return () => window.removeEventListener('tray:opened', add);
  }, []);
  return <i>{opened}</i>;
}
`,
    },
    passing: {
      'src/Tally.jsx': `import { useEffect, useState } from 'react';
export function Tally() {
  const [opened, setOpened] = useState(0);
  useEffect(() => {
    const add = () => setOpened((n) => n + 1);
    window.addEventListener('tray:opened', add);
    return () => window.removeEventListener('tray:opened', add);
  }, []);
  return <i>{opened}</i>;
}
export function Tray() {
  return <b onClick={() => window.dispatchEvent(new CustomEvent('tray:opened'))}>open</b>;
}
`,
    },
  },
  examplesIn: {
    scope: {
      failing: sending(`$scope.$emit('dug', 1, 2)`, 'dugg'),
      passing: sending(`$scope.$emit('dug', 1, 2)`, 'dug'),
    },
    lwc: {
      failing: diggingBeds('ondugg', 'depth: 1', 'depth'),
      passing: diggingBeds('ondug', 'depth: 1', 'depth'),
    },
    angular: {
      failing: { 'src/app.ts': hearing('dugg'), 'src/bed.ts': digging('emit(2)') },
      passing: { 'src/app.ts': hearing('dug'), 'src/bed.ts': digging('emit(2)') },
    },
  },
  check({ linked }) {
    const all = topics(linked);
    const sent = all.filter((topic) => topic.sends.length > 0).map((topic) => topic.name);
    const any = anyTopic(linked, 'sends');
    const loadsScripts = linked.program.graph.files.some((facts) => facts.loadsScripts);
    const unsent = all.flatMap(({ name, sends, listens, outside }): Draft[] => {
      if (sends.length > 0 || outside) return [];
      const near = misspellingOf(name, sent);
      // A script that is put into the page may send over the window.
      if (!near && loadsScripts && listens.every(({ fact }) => fact.bus === null)) return [];
      if (!near && listens.every(({ fact }) => (fact.bus === null ? any.page : any.object))) return [];
      // What a package listens to, whoever uses it may send.
      const isOffered = ({ file }: End): boolean =>
        linked.program.graph.modules.offers(linked.program.graph.path(file));
      if (!near && listens.every(isOffered)) return [];
      // What is passed to listen may be no function at all: a question of what the page can do.
      const isHeard = ({ fact, file }: End): boolean =>
        fact.bus !== null ||
        (fact.handler !== null &&
          linked.program.graph.functionsAt(linked.program.graph.at(file, fact.handler)).length > 0);
      // Where scopes carry the messages, an object that is listened to is a library's.
      const isOfLibrary = ({ fact, file }: End): boolean =>
        fact.bus !== null && FAMILIES[linked.program.graph.familyOf(file)].sendsUp;
      if (!near && listens.every(isOfLibrary)) return [];
      return listens.filter(isHeard).map(({ fact, file, component }) => ({
        message: `${component?.name ?? 'A module'} listens for “${name}”, but nothing sends it.${near ? ` Something sends “${near}”: did you mean that?` : ''}`,
        effect: 'The listener never runs.',
        todo: near ? `Listen for “${near}”.` : 'Send it, or remove the listener.',
        component: component?.name ?? null,
        name,
        ...positionOf(linked, file, fact.at),
        ...named([component]),
        related: [],
      }));
    });
    return [...unsent, ...passings(linked).flatMap((one) => neverSent(linked, one))];
  },
};

/** Events that components send in the name of whoever renders them: who that is may not be known. */
const sentForParents = once(
  ({ program: { graph } }: Linked): ReadonlySet<string> =>
    new Set(
      graph.functions.flatMap(({ fact }) =>
        (fact.events ?? []).flatMap(({ asParent, listener }) => (asParent ? [listener] : [])),
      ),
    ),
);

/** Listeners at a site for events that the component it renders does not send. */
function neverSent(linked: Linked, { fact, file, component, author }: Passing): Draft[] {
  const { program } = linked;
  const child = program.graph.functions[component.fn]?.fact;
  const own = child?.events ?? [];
  // Where it sends what cannot be told, or nothing that can be seen, it may send this as well.
  if (component.propsPlace === null || own.length === 0 || child?.sendsAny || child?.mixes?.length) return [];
  return fact.props.flatMap(({ name, at }): Draft[] => {
    const event = eventOf(name ?? '');
    if (event === null || isUpdate(name ?? '') || own.some((one) => one.listener === name)) return [];
    if (sentForParents(linked).has(name ?? '')) return [];
    const falls = child?.listensOnRoot && DOM_EVENTS.has(event.toLowerCase());
    if (falls || arrives(linked, component, name ?? '', event)) return [];
    const near = misspellingOf(
      event,
      own.map((one) => one.name),
    );
    // A directive on the same tag, or the element itself, may send what the component does not.
    if (FAMILIES[component.family].sharesTag && (!near || DOM_EVENTS.has(event.toLowerCase()))) return [];
    return [
      {
        message: `${author?.name ?? 'The entry'} listens for ${event} on ${component.name}, which never emits it.${near ? ` It emits ${near}: did you mean that?` : ''}`,
        effect: 'The listener never runs.',
        todo: near ? `Listen for ${near}.` : `Emit ${event} in ${component.name}, or remove the listener.`,
        component: author?.name ?? null,
        name: event,
        ...positionOf(linked, file, at),
        ...named([author, component]),
        related: [],
      },
    ];
  });
}

/** Whether a listener reaches where it may be called: in the component, in one it is passed on to, or by an element. */
function arrives(linked: Linked, component: ComponentInfo, name: string, event: string): boolean {
  const { program, locals } = linked;
  const path = program.fieldPaths.cons(name, 0);
  const place = component.propsPlace;
  if (place === null) return true;
  return program.rootsOf(component.fn).some((context) => {
    const local = locals.explore({ place, path, run: context });
    // What is there for all below arrives where one of them sends it.
    const leads = local.exits.some(
      (exit) =>
        exit.kind !== 'site' || !linked.crossings.isAmbient(exit.target) || linked.crossings.cross(exit).length > 0,
    );
    if (local.cut !== null || local.called.length > 0 || leads || local.outsideCalls.length > 0) return true;
    return local.uses.length > 0 && DOM_EVENTS.has(event.toLowerCase());
  });
}
