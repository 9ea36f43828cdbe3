/** An event for the whole page, though one parent would do. */
import { wayDown } from '../follow/dominators';
import { named, seat, type Rule } from './rule';
import { topics } from './shared/topics';

export const openBroadcast: Rule = {
  id: 'open-broadcast',
  level: 'note',
  says: 'An event leaves its component for the whole page, though one parent would do.',
  why: 'Anyone can hear it and anyone can send it: what happens can no longer be read from the components that take part.',
  todo: 'Hand a callback down from the one who listens.',
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
  check({ linked }) {
    return topics(linked).flatMap(({ name, sends, listens }) => {
      const listeners = new Set(listens.map((end) => end.component));
      const [listener] = listeners;
      if (listeners.size !== 1 || !listener) return [];
      return sends.flatMap(({ fact, file, component }) => {
        if (!component || component === listener) return [];
        const way = wayDown(linked.render.by, listener.fn, component.fn);
        if (way.length === 0) return [];
        return [
          {
            message: `${component.name} sends “${name}” to the whole page, and only ${listener.name} listens, which stands above it: a callback would do.`,
            component: component.name,
            name,
            ...seat(linked, file, fact.at),
            ...named([component, listener]),
            related: [],
          },
        ];
      });
    });
  },
};
