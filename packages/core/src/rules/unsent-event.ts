/** A listener for what nothing sends. */
import { nearest } from '../follow/names';
import { named, seat, type Rule } from './rule';
import { topics } from './topics';

export const unsentEvent: Rule = {
  id: 'unsent-event',
  level: 'warning',
  says: 'Something is listened to that nothing sends.',
  why: 'The listener never runs; usually the name was changed at one end.',
  todo: 'Correct the name, or take the listener out.',
  settings: {},
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
  check({ linked }) {
    const all = topics(linked);
    const sent = all.filter((topic) => topic.sends.length > 0).map((topic) => topic.name);
    return all.flatMap(({ name, sends, listens, outside }) => {
      if (sends.length > 0 || outside) return [];
      const [near] = nearest(name, sent);
      return listens.map(({ fact, file, component }) => ({
        message: `${component?.name ?? 'A module'} listens to “${name}”, which nothing sends.${near ? ` “${near}” is sent: was that meant?` : ''}`,
        component: component?.name ?? null,
        name,
        ...seat(linked, file, fact.at),
        ...named([component]),
        related: [],
      }));
    });
  },
};
