/** A value handed through components that only pass it on. */
import { arrivalOf } from '../follow/trail';
import type { Linked } from '../link';
import { chains, type Chain } from './chains';
import { beside, count, list, named, seat, type Draft, type Rule } from './rule';

export const drilledProp: Rule = {
  id: 'drilled-prop',
  level: 'warning',
  says: 'A value is handed through several components that only pass it on.',
  why: 'Each component on the way has to know a value it does nothing with. Renaming it, typing it or moving a component means touching all of them.',
  todo: 'Hand the markup down instead of the value, put the value into a context, or let it live nearer to where it is read. Homes compares the ways.',
  settings: { relays: { default: 2, means: 'How many components must only carry the value before it is reported.' } },
  examples: {
    failing: {
      'src/House.jsx': `import { useState } from 'react';
export function House() {
  const [units] = useState('celsius');
  return <Zone units={units} />;
}
function Zone({ units }) {
  return <Bench units={units} />;
}
function Bench({ units }) {
  return <Gauge units={units} />;
}
function Gauge({ units }) {
  return <b>{units}</b>;
}
`,
    },
    passing: {
      'src/House.jsx': `import { useState } from 'react';
export function House() {
  const [units] = useState('celsius');
  return (
    <Zone>
      <Gauge units={units} />
    </Zone>
  );
}
function Zone({ children }) {
  return <section>{children}</section>;
}
function Gauge({ units }) {
  return <b>{units}</b>;
}
`,
    },
  },
  check({ linked, cells, setting }) {
    const drafts = linked.answers.about<Chain, Draft[]>('drilled-prop');
    return chains(cells, (flow) => flow.values, setting('relays')).flatMap((chain) =>
      drafts.get(chain, () => draftOf(linked, chain)),
    );
  },
};

function draftOf(linked: Linked, chain: Chain): Draft[] {
  const first = chain.relays[0];
  if (!first?.component) return [];
  const carried = chain.relays.map((stop) => stop.component?.name ?? '');
  const value = first.name;
  const end = chain.after.component?.name ?? '';
  const renamed = chain.after.name === value ? '' : `, where it is called ${chain.after.name}`;
  const at = arrivalOf(linked, first);
  return [
    {
      message: `${count(carried.length, 'component hands', 'components hand')} ${value} on and never ${carried.length === 1 ? 'uses' : 'use'} it: ${list(carried)} carry it from ${chain.before.component?.name ?? 'its module'} to ${end}${renamed}.`,
      component: first.component.name,
      name: first.name,
      ...seat(linked, at.file, at.spot),
      ...named([chain.before, ...chain.relays, chain.after].map((stop) => stop.component)),
      related: chain.hops.map((hop, index) => {
        const giver = [chain.before, ...chain.relays][index]?.component?.name ?? 'Its home';
        return beside(linked, hop.file, hop.spot, `${giver} hands it on as ${hop.name}.`);
      }),
    },
  ];
}
