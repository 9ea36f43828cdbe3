/** A value handed through components that only pass it on. */
import { UNITS_OF_SCOPES } from './shared/scopeExamples';
import { UNITS as UNITS_BY_SLOT } from './shared/webComponentExamples';
import { isCallbackName } from '../model/signs';
import { arrivalOf } from '../follow/standing';
import type { Linked } from '../link';
import type { CellFlow } from '../follow/cells';
import { CHAIN_SETTINGS, chains, costOf, namesAlong, type Chain } from './shared/chains';
import { relatedAt, count, list, named, namesOf, positionOf, type Draft, type Rule, remedyIn } from './rule';
import { UNITS } from './shared/angularExamples';

export const drilledProp: Rule = {
  id: 'drilled-prop',
  level: 'warning',
  says: 'A value is passed through several components that never use it.',
  why: 'Each component on the way depends on a value it does nothing with: renaming it, retyping it or moving a component means editing all of them.',
  todo: 'Pass the markup down instead of the value, provide it through a context, or move the state closer to its readers. Homes compares these.',
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
  examplesIn: { angular: UNITS, lwc: UNITS_BY_SLOT, scope: UNITS_OF_SCOPES },
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
  /^(class|style|id|as|is|tag|role|dir|lang|placeholder|tabindex|(data-?)?(test-?id|cy|qa|test))$|class-?names?$|styles?$|labels?$|tooltip|placeholder|^(aria|data)-/i;
/** Functions are called below, and that is another chain. */
const isFunctionName = (name: string): boolean => isCallbackName(name) || /^render[A-Z]/.test(name);

function draftOf(linked: Linked, alike: readonly Chain[]): Draft[] {
  const reported = alike.filter((chain) =>
    [chain.relays[0]?.name ?? '', chain.after.name].every((name) =>
      name.split('.').every((part) => !OF_ELEMENT.test(part) && !isFunctionName(part)),
    ),
  );
  const [chain] = reported;
  const first = chain?.carriers[0];
  if (!chain || !first?.component) return [];
  const values = [...new Set(reported.map(({ carriers }) => carriers[0]?.name ?? ''))];
  const carried = namesAlong(chain.carriers);
  const ends = [...new Set(reported.map(({ after }) => after.component?.name ?? ''))];
  const end = list(ends);
  const moved = ends.length > 1 ? 'them' : 'it';
  const renamed =
    values.length > 1 || chain.after.name === first.name ? '' : `, where it is called ${chain.after.name}`;
  const it = values.length > 1 ? 'them' : 'it';
  const home = chain.before.component?.name ?? 'its module';
  const at = arrivalOf(linked, first);
  return [
    {
      message: `${list(carried)} ${carried.length === 1 ? 'passes' : 'pass'} ${list(values)} on without using ${it}, all the way from ${home} to ${end}${renamed}.`,
      ...costOf(
        reported,
        (named) =>
          `Renaming or retyping ${list(values)} means editing ${count(named, 'component that does', 'components that do').toLowerCase()} not use ${it}.`,
      ),
      todo: remedyIn(
        {
          scope: `Transclude ${end} from ${home}, or keep ${it} in a service that both ask for. Homes compares the options.`,
          lwc: `Put ${end} into a slot that ${home} fills, or keep ${it} in a module that both import. Homes compares the options.`,
          angular: `Project ${end} from ${home} with <ng-content>, or keep ${it} in a service that both inject. Homes compares the options.`,
          vue: `Render ${end} in ${home} through slots, or pass ${it} on with provide() and inject(). Homes compares the options.`,
          svelte: `Render ${end} in ${home} and pass ${moved} down as a snippet or slot, or use setContext and getContext. Homes compares the options.`,
          others: `Render ${end} in ${home} and pass ${moved} down as children, or provide ${it} through a context. Homes compares the options.`,
        },
        first.component.family,
      ),
      component: first.component.name,
      ...namesOf(values),
      ...positionOf(linked, at.file, at.spot),
      ...named([chain.before, ...chain.carriers, chain.after].map((stop) => stop.component)),
      related: chain.hops.map((hop, index) => {
        const giver = [chain.before, ...chain.relays][index]?.component?.name ?? 'Its home';
        return relatedAt(linked, hop.file, hop.spot, `${giver} passes it on as ${hop.name}.`);
      }),
    },
  ];
}
