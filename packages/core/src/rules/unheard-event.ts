/** An event nobody hears. */
import { begun } from './shared/angularExamples';
import { sending } from './shared/scopeExamples';
import { digging } from './shared/webComponentExamples';
import { misspellingOf } from './shared/misspelt';
import type { ComponentInfo } from '../link/program/program';
import { DOM_EVENTS } from '../model/domEvents';
import { FAMILIES } from '../model/families';
import { eventOf, eventProp, isCallbackName, isUpdate } from '../model/signs';
import { isOffered, passingsBy } from './shared/sites';
import type { Linked } from '../link';
import { list, named, positionOf, type Draft, type Rule } from './rule';
import { heardByAny } from './shared/heard';
import { mayHear } from './shared/hearing';
import { anyTopic, topics, type End } from './shared/topics';

export const unheardEvent: Rule = {
  id: 'unheard-event',
  level: 'warning',
  says: 'An event is sent that nothing listens for, or a callback is called that nobody passes.',
  why: 'What should follow never happens.',
  todo: 'Listen for it, pass the callback, or correct the name.',
  settings: {},
  absence: true,
  examples: {
    failing: {
      'src/Tray.jsx': `export function Tray() {
  return <b onClick={() => window.dispatchEvent(new CustomEvent('tray:opened'))}>open</b>;
}
`,
    },
    passing: {
      'src/Tray.jsx': `import { useEffect, useState } from 'react';
export function Tray() {
  return <b onClick={() => window.dispatchEvent(new CustomEvent('tray:opened'))}>open</b>;
}
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
  },
  examplesIn: {
    angular: {
      failing: begun(''),
      passing: begun(' (dug)="depth = $event"'),
    },
    scope: {
      failing: sending(`$scope.$emit('dugg', 1, 2)`, 'dug'),
      passing: sending(`$scope.$emit('dug', 1, 2)`, 'dug'),
    },
    lwc: {
      failing: digging('onclick', 'depth: 1', 'depth'),
      passing: digging('ondug', 'depth: 1', 'depth'),
    },
  },
  check({ linked }) {
    const { program } = linked;
    const { graph } = program;
    const all = topics(linked);
    // What an object sends is not meant for who listens to the page, however like the names are.
    const heardOn = (page: boolean): string[] =>
      all.filter((topic) => topic.listens.some(({ fact }) => (fact.bus === null) === page)).map((topic) => topic.name);
    const heard = { page: heardOn(true), object: heardOn(false) };
    const found: Draft[] = [];
    const any = anyTopic(linked, 'listens');
    for (const { name, sends, listens, outside } of all) {
      if (listens.length > 0 && !outside) found.push(...sentPast(linked, name, sends, listens));
      if (listens.length > 0 || outside) continue;
      for (const { fact, file, component } of sends) {
        const near = misspellingOf(name, fact.bus === null ? heard.page : heard.object);
        // What a library sends over the page, whoever uses it may hear.
        if (!near && (fact.bus === null ? any.page : any.object)) continue;
        if (!near && program.graph.modules.offers(program.graph.path(file))) continue;
        found.push({
          message: `${component?.name ?? 'A module'} sends “${name}”, but nothing listens for it.${near ? ` Something listens for “${near}”: did you mean that?` : ''}`,
          effect: 'Nothing happens when it is sent.',
          todo: near ? `Send “${near}”, or listen for “${name}”.` : 'Listen for it, or stop sending it.',
          component: component?.name ?? null,
          name,
          ...positionOf(linked, file, fact.at),
          ...named([component]),
          related: [],
        });
      }
    }
    const sites = passingsBy(linked);
    for (const component of program.components.values()) {
      const own = sites.get(component.fn) ?? [];
      // At each of its sites it has to be certain what is passed.
      if (own.length === 0 || own.length < program.sitesOf(component.fn).length || own.some((one) => one.open))
        continue;
      const passes = (name: string): boolean =>
        own.some((one) => one.fact.props.some((passed) => passed.name === name));
      // An event that is sent up, at sites none of which listen.
      for (const { name, listener, bubbles, asParent } of graph.functions[component.fn]?.fact.events ?? []) {
        if (asParent) continue;
        const [call] = callsOf(component, listener);
        if (!call || isUpdate(listener) || (bubbles && heardByAny(linked).has(name))) continue;
        // An element's own event that is sent on.
        if (FAMILIES[component.family].isElement && DOM_EVENTS.has(name.toLowerCase())) continue;
        const passedNames = new Set(own.flatMap((one) => one.fact.props.flatMap((prop) => prop.name ?? [])));
        // What binds a value both ways listens as well, by another name.
        if ([...passedNames].some((one) => eventOf(one) !== null && callsOf(component, one).includes(call))) continue;
        const listened = [...passedNames].flatMap((one) => eventOf(one) ?? []);
        const near = misspellingOf(
          name,
          listened.filter((one) => !isUpdate(eventProp(one))),
        );
        // The parts of a library may be heard by whoever uses it.
        if (isOffered(linked, component.file)) continue;
        found.push({
          message: `${component.name} emits ${name}, but no parent listens for it.${near ? ` A parent listens for ${near}: did you mean that?` : ''}`,
          effect: 'Nothing happens when it is emitted.',
          todo: near
            ? `Emit ${near}, or listen for ${name}.`
            : `Listen for ${name} where ${component.name} is rendered, or stop emitting it.`,
          component: component.name,
          name,
          ...positionOf(linked, call.file, call.fact.at),
          ...named([component, ...new Set(own.map((one) => one.author))]),
          related: [],
        });
      }
      // A callback that is called, at sites none of which pass it.
      for (const prop of component.props) {
        if (!isCallbackName(prop.name) || prop.default !== null || passes(prop.name)) continue;
        const [call] = callsOf(component, prop.name);
        // Whoever guards the call does not count on being heard.
        if (!call || call.fact.optional || call.fact.repeat === 'conditional') continue;
        if (isOffered(linked, component.file)) continue;
        const passed = own.flatMap((one) => one.fact.props.flatMap((passed) => passed.name ?? []));
        const near = misspellingOf(
          prop.name,
          passed.filter((name) => !component.props.some((known) => known.name === name)),
        );
        found.push({
          message: `${component.name} calls ${prop.name}, but no parent passes it.${near ? ` A parent passes ${near}: did you mean that?` : ''}`,
          effect: 'The call throws, because there is no function to call.',
          todo: near
            ? `Pass it as ${prop.name}.`
            : `Pass ${prop.name} where ${component.name} is rendered, or call it as ${prop.name}?.().`,
          component: component.name,
          name: prop.name,
          ...positionOf(linked, call.file, call.fact.at),
          ...named([component, ...new Set(own.map((one) => one.author))]),
          related: [],
        });
      }
    }
    return found;

    /** Where a component calls what it is given under a name. */
    function callsOf(component: ComponentInfo, name: string): (typeof graph.calls)[number][] {
      const path = program.fieldPaths.cons(name, 0);
      const run = program.rootsOf(component.fn)[0];
      if (component.propsPlace === null || run === undefined) return [];
      const { called } = linked.locals.explore({ place: component.propsPlace, path, run });
      return called.flatMap(({ call }) => graph.calls[call] ?? []);
    }
  },
};

/** What is sent along scopes, while all who listen for it stand elsewhere. */
function sentPast(linked: Linked, name: string, sends: readonly End[], listens: readonly End[]): Draft[] {
  return sends.flatMap((sender): Draft[] => {
    const { component, fact, file } = sender;
    if (!component || !fact.way || listens.some((one) => mayHear(linked, sender, one))) return [];
    const others = [...new Set(listens.flatMap((one) => one.component ?? []))];
    const isUp = fact.way === 'up';
    const who = list(others.map((one) => one.name)) || 'the outermost scope';
    return [
      {
        message: `${component.name} sends “${name}” ${isUp ? 'up' : 'down'}, but ${who}, which ${others.length > 1 ? 'listen' : 'listens'} for it, ${others.length > 1 ? 'are' : 'is'} not ${isUp ? 'above' : 'below'} it.`,
        effect: 'Nothing happens when it is sent.',
        todo: `Send it from a scope that is ${isUp ? 'below' : 'above'} ${who}, or share the value in a service.`,
        component: component.name,
        name,
        ...positionOf(linked, file, fact.at),
        ...named([component, ...others]),
        related: [],
      },
    ];
  });
}
