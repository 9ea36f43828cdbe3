/** A value handed through components that only pass it on. */
import { arrivalOf } from '../follow/trail';
import type { Linked } from '../link';
import type { CellFlow } from '../follow/cells';
import { CHAIN_SETTINGS, chains, type Chain } from './shared/chains';
import { beside, count, list, named, namesOf, seat, type Draft, type Rule } from './rule';

export const drilledProp: Rule = {
  id: 'drilled-prop',
  level: 'warning',
  says: 'A value is handed through several components that only pass it on.',
  why: 'Each component on the way has to know a value it does nothing with. Renaming it, typing it or moving a component means touching all of them.',
  todo: 'Hand the markup down instead of the value, put the value into a context, or let it live nearer to where it is read. Homes compares the ways.',
  settings: CHAIN_SETTINGS,
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
    return chains(
      linked,
      cells,
      (flow) => (isLiteral(linked, flow) || isFromOutside(linked, flow) ? null : flow.values),
      setting,
    ).flatMap((alike) => draftOf(linked, alike));
  },
};

/** What is written out where it is given has no home that could be nearer. */
function isLiteral({ program: { graph } }: Linked, { cell }: CellFlow): boolean {
  const place = cell.value?.place;
  if (cell.kind !== 'constant' || place === undefined) return false;
  return /^(object|unknown)$/.test(graph.places[place]?.kind ?? '') && graph.firstInto(place) === undefined;
}

/** What comes as a prop that nobody here passes lives where it cannot be seen. */
function isFromOutside({ program: { graph } }: Linked, { cell }: CellFlow): boolean {
  if (cell.value === null || cell.value.path !== 0) return false;
  return graph
    .trace(cell.value.place)
    .some(({ place }) => graph.places[place]?.kind === 'param' && graph.fnOfPlace(place) === cell.home);
}

/** What only says how an element looks, or is known: nobody would put that into a context. */
const OF_ELEMENT =
  /^(class|style|id|as|is|tag|role|dir|lang|placeholder|tabindex|test-?id)$|class-?names?$|styles?$|labels?$|tooltip|placeholder|^(aria|data)-/i;
/** Functions are called below, and that is another chain. */
const FUNCTION = /^on[A-Z]|^render[A-Z]/;

function draftOf(linked: Linked, alike: readonly Chain[]): Draft[] {
  const told = alike.filter((chain) =>
    [chain.relays[0]?.name ?? '', chain.after.name].every((name) =>
      name.split('.').every((part) => !OF_ELEMENT.test(part) && !FUNCTION.test(part)),
    ),
  );
  const [chain] = told;
  const first = chain?.carriers[0];
  if (!chain || !first?.component) return [];
  const values = [...new Set(told.map(({ carriers }) => carriers[0]?.name ?? ''))];
  const carried = chain.carriers.map((stop) => stop.component?.name ?? '');
  const end = chain.after.component?.name ?? '';
  const renamed =
    values.length > 1 || chain.after.name === first.name ? '' : `, where it is called ${chain.after.name}`;
  const it = values.length > 1 ? 'them' : 'it';
  const at = arrivalOf(linked, first);
  return [
    {
      message: `${count(carried.length, 'component hands', 'components hand')} ${list(values)} on and never ${carried.length === 1 ? 'uses' : 'use'} ${it}: ${list(carried)} carry ${it} from ${chain.before.component?.name ?? 'its module'} to ${end}${renamed}.`,
      component: first.component.name,
      ...namesOf(values),
      ...seat(linked, at.file, at.spot),
      ...named([chain.before, ...chain.carriers, chain.after].map((stop) => stop.component)),
      related: chain.hops.map((hop, index) => {
        const giver = [chain.before, ...chain.relays][index]?.component?.name ?? 'Its home';
        return beside(linked, hop.file, hop.spot, `${giver} hands it on as ${hop.name}.`);
      }),
    },
  ];
}
