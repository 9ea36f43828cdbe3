/** An event for the whole page, though one parent would do. */
import { tallying } from './shared/webComponentExamples';
import { counting } from './shared/angularExamples';
import { sending } from './shared/scopeExamples';
import { FAMILIES } from '../model/families';
import { wayDown } from '../follow/dominators';
import { named, positionOf, type Rule, remedyIn } from './rule';
import { topics } from './shared/topics';

export const openBroadcast: Rule = {
  id: 'open-broadcast',
  level: 'note',
  says: 'An event is broadcast to the whole page, although only an ancestor listens.',
  why: 'Anything can send it and anything can hear it, so the components no longer show who reacts to whom.',
  todo: 'Pass a callback down from the component that listens.',
  settings: {},
  examples: {
    failing: {
      'src/Bench.jsx': `import { useEffect, useState } from 'react';
export function Bench() {
  const [opened, setOpened] = useState(0);
  useEffect(() => {
    const add = () => setOpened((n) => n + 1);
    window.addEventListener('tray:opened', add);
    return () => window.removeEventListener('tray:opened', add);
  }, []);
  return <ul title={opened}><Tray /></ul>;
}
function Tray() {
  return <b onClick={() => window.dispatchEvent(new CustomEvent('tray:opened'))}>open</b>;
}
`,
    },
    passing: {
      'src/Bench.jsx': `import { useState } from 'react';
export function Bench() {
  const [opened, setOpened] = useState(0);
  return <ul title={opened}><Tray onOpen={() => setOpened((n) => n + 1)} /></ul>;
}
function Tray({ onOpen }) {
  return <b onClick={() => onOpen()}>open</b>;
}
`,
    },
  },
  examplesIn: {
    angular: {
      failing: counting(
        `@HostListener('window:tray-opened')
  count() {
    this.opened = this.opened + 1;
  }`,
        '',
        `open() {
    window.dispatchEvent(new CustomEvent('tray-opened'));
  }`,
        ['HostListener', ''],
      ),
      passing: counting(
        '',
        ' (turned)="opened = opened + 1"',
        `turned = output();
  open() {
    this.turned.emit();
  }`,
        ['', 'output'],
      ),
    },
    lwc: {
      failing: tallying(
        '',
        `
  connectedCallback() {
    this.count = this.count.bind(this);
    window.addEventListener('bed-dug', this.count);
  }
  disconnectedCallback() {
    window.removeEventListener('bed-dug', this.count);
  }`,
        "window.dispatchEvent(new CustomEvent('bed-dug'));",
      ),
      passing: tallying(' ondug={count}', '', "this.dispatchEvent(new CustomEvent('dug'));"),
    },
    scope: {
      failing: sending(`$rootScope.$broadcast('dug', 1, 2)`, 'dug'),
      passing: sending(`$scope.$emit('dug', 1, 2)`, 'dug'),
    },
  },
  check({ linked }) {
    return topics(linked).flatMap(({ name, sends, listens }) => {
      const listeners = new Set(listens.map((end) => end.component));
      const [listener] = listeners;
      if (listeners.size !== 1 || !listener) return [];
      return sends.flatMap(({ fact, file, component }) => {
        // What goes along the scopes does not reach the whole page.
        if (!component || component === listener || fact.way) return [];
        // What stands on pages by itself as well has no parent there to tell.
        const { authors } = linked.render;
        if (linked.program.sitesOf(component.fn).some((site) => authors[site] === null)) return [];
        const { by, under } = linked.render;
        const { sendsUp } = FAMILIES[component.family];
        const isAncestor = wayDown(sendsUp ? under : by, listener.fn, component.fn).length > 0;
        // What goes along the scopes goes down as well.
        const isBelow = sendsUp && wayDown(under, component.fn, listener.fn).length > 0;
        if (!isAncestor && !isBelow) return [];
        return [
          {
            message: `${component.name} broadcasts “${name}” to the whole page, but its only listener is ${listener.name}, ${isAncestor ? 'an ancestor' : 'which stands below it'}.`,
            effect:
              'Anything on the page can send it or hear it, so nothing in the components shows who reacts to whom.',
            todo: remedyIn(
              {
                angular: `Emit an output from ${component.name} and bind it in ${listener.name}.`,
                scope: isAncestor
                  ? `Send it up with $scope.$emit(), or bind a function of ${listener.name} with “&”.`
                  : `Send it down with $scope.$broadcast(), or bind the value in ${listener.name}.`,
                vue: `Emit an event from ${component.name} and listen to it in ${listener.name}.`,
                others: `Pass a callback from ${listener.name} down to ${component.name}.`,
              },
              component.family,
            ),
            component: component.name,
            name,
            ...positionOf(linked, file, fact.at),
            ...named([component, listener]),
            related: [],
          },
        ];
      });
    });
  },
};
