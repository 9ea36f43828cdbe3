/** Shared state changed from a component, past the functions meant for it. */
import { choosing } from './shared/scopeExamples';
import { planning } from './shared/webComponentExamples';
import type { Linked } from '../link';
import type { CellFlow } from '../follow/cells';
import type { CellInfo } from '../follow/cellInfo';
import type { Graph } from '../link/graph/graph';
import { isPushed, PUSHES } from './shared/untoldStreams';
import { push } from '../link/graph/byPlace';
import { mutatedCells } from '../link/graph/mutatedCells';
import type { ComponentInfo } from '../link/program/program';
import { FAMILIES } from '../model/families';
import { changedInPlace, type Mutation } from '../follow/changesInPlace';
import { isChangeOf } from './shared/changes';
import { ownerOfMarkup } from './shared/sites';
import { relatedAt, list, named, namesOf, positionOf, type Draft, type Rule } from './rule';
import type { CellFact, Spot } from '../model/facts';

const BYPASSED = 'Its owner does not see the change: a wrong value on the screen may come from any component.';

/** A service that has a method for what it holds, for the examples. */
const SERVICE = `import { Injectable, signal } from '@angular/core';
@Injectable({ providedIn: 'root' })
export class Units {
  readonly current = signal('C');
  choose(units: string) {
    this.current.set(units);
  }
}
`;

/** Whoever uses that method. */
const APP = `import { Component, inject } from '@angular/core';
import { Tray } from './tray';
import { Units } from './units';
@Component({ selector: 'app-root', imports: [Tray], template: '<app-tray></app-tray><b (click)="units.choose(1)">{{ units.current() }}</b>' })
export class App {
  units = inject(Units);
}
`;

export const outsideWrite: Rule = {
  id: 'outside-write',
  level: 'warning',
  says: 'A component changes shared state directly instead of calling a function of its owner.',
  why: 'The owner no longer shows who changes it, and whatever it checks is bypassed.',
  todo: 'Add a function for the change to the store and call that.',
  settings: {},
  examples: {
    failing: {
      'src/units.js': `import { makeAutoObservable } from 'mobx';
class Units {
  scale = 'celsius';
  constructor() {
    makeAutoObservable(this);
  }
}
export const units = new Units();
`,
      'src/Gauge.jsx': `import { observer } from 'mobx-react-lite';
import { units } from './units';
export const Gauge = observer(() => <b onClick={() => { units.scale = 'kelvin'; }}>{units.scale}</b>);
`,
    },
    passing: {
      'src/units.js': `import { makeAutoObservable } from 'mobx';
class Units {
  scale = 'celsius';
  constructor() {
    makeAutoObservable(this);
  }
  change(scale) {
    this.scale = scale;
  }
}
export const units = new Units();
`,
      'src/Gauge.jsx': `import { observer } from 'mobx-react-lite';
import { units } from './units';
export const Gauge = observer(() => <b onClick={() => units.change('kelvin')}>{units.scale}</b>);
`,
    },
  },
  examplesIn: {
    lwc: {
      failing: planning('', "this.plan.note = 'mist';"),
      passing: planning(' onnote={note}', "this.dispatchEvent(new CustomEvent('note', { detail: 'mist' }));"),
    },
    scope: {
      failing: choosing(`units.scale = 'K'`),
      passing: choosing(`units.choose('K')`),
    },
    angular: {
      failing: {
        'src/units.ts': SERVICE,
        'src/app.ts': APP,
        'src/tray.ts': `import { Component, inject } from '@angular/core';
import { Units } from './units';
@Component({ selector: 'app-tray', template: \`<b (click)="units.current.set('K')">{{ units.current() }}</b>\` })
export class Tray {
  units = inject(Units);
}
`,
      },
      passing: {
        'src/units.ts': SERVICE,
        'src/app.ts': APP,
        'src/tray.ts': `import { Component, inject } from '@angular/core';
import { Units } from './units';
@Component({ selector: 'app-tray', template: \`<b (click)="units.choose('K')">{{ units.current() }}</b>\` })
export class Tray {
  units = inject(Units);
}
`,
      },
    },
  },
  check({ linked, cells }) {
    const { program } = linked;
    const { graph } = program;
    const shared = new Map<number, SharedCell>();
    // What something else than a component sets is not at home with the one component that sets it too.
    const made = new Set<string>();
    graph.cells.forEach(({ fact, file }) => {
      if (fact.shared && !fact.shared.bySetting) made.add(fact.shared.id);
      // One that is made inside a component is that component's own.
      if (fact.shared && fact.shared.within === 0 && (fact.kind === 'store' || fact.kind === 'service'))
        shared.set(graph.at(file, fact.value), { id: fact.shared.id, file, at: fact.at, kind: fact.kind, fact });
    });
    const byPair = new Map<string, Provided[]>();
    for (const one of cells.all.flatMap((flow) => writtenThroughContext(linked, flow)))
      push(byPair, `${one.component.id} ${one.home.id}`, one);
    const found = [...byPair.values()].flatMap((all) => provided(linked, all));
    found.push(...cells.all.flatMap((flow) => writtenThroughProps(linked, flow)));
    const direct: Write[] = [];
    const setters = new Map<string, Set<ComponentInfo>>();
    graph.files.forEach((facts, file) => {
      for (const { object, field, text, fn, at, onRequest } of facts.mutations) {
        if (onRequest) continue;
        const component = program.component(program.unitOf(graph.fnAt(file, fn)));
        if (!component) continue;
        const cell = (mutatedCells(graph, graph.at(file, object), field) ?? [])
          .map((one) => shared.get(one))
          .find((one) => one !== undefined);
        // A store that a component's own file holds is at home there.
        const isOwn = cell?.kind === 'store' && cell.file === component.file;
        if (!cell || isOwn || makesOne(linked, cell, component.fn)) continue;
        // `$units = 'k'`: a store that its module only makes is there to be set so.
        if (cell.kind === 'store' && text.startsWith('$') && !isSetByModule(linked, cell)) continue;
        setters.set(cell.id, (setters.get(cell.id) ?? new Set()).add(component));
        direct.push({ component, cell, file, text, at });
      }
    });
    const isShared = (id: string): boolean => made.has(id) || (setters.get(id)?.size ?? 0) > 1;
    // What a component writes to one store is one finding, at the first of its writes.
    const together = new Map<string, Write[]>();
    for (const one of direct)
      if (isShared(one.cell.id)) push(together, `${one.component.id} ${one.cell.file} ${ownerOf(one.cell.id)}`, one);
    found.push(...[...together.values()].flatMap((writes) => written(linked, writes)));
    return [...found, ...pushedFromOutside(linked)];
  },
};

/** A component's write to what is shared. */
interface Write {
  component: ComponentInfo;
  cell: SharedCell;
  file: number;
  text: string;
  at: Spot;
}

/** What a component writes to one store, as one finding. */
function written(linked: Linked, writes: readonly Write[]): Draft[] {
  const [first, ...others] = writes;
  if (!first) return [];
  const { component, cell, file, text, at } = first;
  const nameOf = ({ id }: SharedCell): string => id.slice(id.lastIndexOf('.') + 1);
  const names = [...new Set(writes.map((one) => nameOf(one.cell)))];
  const what = names.length === 1 ? cell.id : `${list(names)} of ${ownerOf(cell.id)}`;
  return [
    {
      message: `${component.name} writes to ${what} directly (${text}).`,
      effect: BYPASSED,
      todo: `Add ${names.length === 1 ? 'a function for it' : 'functions for them'} to ${ownerOf(cell.id)} and call ${names.length === 1 ? 'that' : 'those'} from ${component.name}.`,
      component: component.name,
      ...namesOf(names),
      ...positionOf(linked, file, at),
      ...named([component]),
      related: [
        relatedAt(linked, cell.file, cell.at, `${cell.id} lives here.`),
        ...others.map((one) => relatedAt(linked, one.file, one.at, `It is written here as well (${one.text}).`)),
      ],
    },
  ];
}

interface SharedCell {
  id: string;
  file: number;
  at: Spot;
  kind: CellFact['kind'];
  fact: CellFact;
}

/** Whether a function of the module that makes a store sets it: then that is the way to go. */
function isSetByModule({ program }: Linked, { file, fact }: SharedCell): boolean {
  const { graph } = program;
  if (fact.setter === null) return false;
  const setter = graph.at(file, fact.setter);
  return (graph.files[file]?.calls ?? []).some(
    // `units.set(…)`, not the functions that a store is made of.
    (call) =>
      call.name.includes('.') && !program.isModule(graph.fnAt(file, call.fn)) && isChangeOf(graph, file, call, setter),
  );
}

/** Streams and signals of a service that has functions to set them, set by a component itself. */
function pushedFromOutside(linked: Linked): Draft[] {
  const { program } = linked;
  const { graph } = program;
  const setters = new Map<number, { cell: CellFact; file: number }>();
  graph.cells.forEach(({ fact, file }) => {
    if (fact.kind === 'service' && fact.shared && fact.setter !== null && isPushed(graph.files[file], fact))
      setters.set(graph.at(file, fact.setter), { cell: fact, file });
  });
  if (setters.size === 0) return [];
  const pushes = graph.files.flatMap((facts, file) =>
    FAMILIES[facts.family].sharesBy === 'service'
      ? facts.calls.flatMap((call) => {
          if (!PUSHES.test(call.name.slice(call.name.lastIndexOf('.') + 1))) return [];
          const set = graph.trace(graph.at(file, call.callee)).map(({ place }) => setters.get(place));
          const one = set.find((known) => known !== undefined);
          const unit = program.unitOf(graph.fnAt(file, call.fn));
          return one
            ? [{ ...one, call, at: file, component: program.component(unit) ?? ownerOfMarkup(linked, unit) }]
            : [];
        })
      : [],
  );
  // Only where the service has a function of its own for it, that is the way to go.
  const own = new Set(pushes.flatMap(({ cell, component, at, file }) => (!component && at === file ? [cell] : [])));
  return pushes.flatMap(({ cell, call, component, file, at }): Draft[] => {
    const { id } = cell.shared ?? { id: cell.name };
    if (!component || !own.has(cell) || makesOne(linked, { id, file }, component.fn)) return [];
    return [
      {
        message: `${component.name} sets ${id} directly (${call.name}()), bypassing the methods of ${ownerOf(id)}.`,
        effect: BYPASSED,
        todo: `Call a method of ${ownerOf(id)} instead, and expose ${cell.name} read-only (asObservable(), asReadonly()).`,
        component: component.name,
        name: cell.name,
        ...positionOf(linked, at, call.at),
        ...named([component]),
        related: [relatedAt(linked, file, cell.at, `${id} lives here.`)],
      },
    ];
  });
}

/** What a cell is a field of: `Units` of `Units.scale`. */
function ownerOf(id: string): string {
  return id.slice(0, Math.max(id.lastIndexOf('.'), 0)) || 'the store';
}

/** Whether a component makes the instance of a class whose field is set: then that is its own. */
function makesOne({ program }: Linked, { id, file }: { id: string; file: number }, component: number): boolean {
  const { graph } = program;
  const owner = ownerOf(id);
  return graph.functions.some(
    ({ fact, file: own }, fn) =>
      own === file &&
      fact.name === owner &&
      // What is injected is there already, for others too.
      graph
        .callersOfFunction(fn)
        .some((call) => !graph.calls[call]?.fact.onlyKnown && program.unitOf(graph.fnOfCall(call)) === component),
  );
}

/** A state that a component provides and another one changes. */
interface Provided {
  component: ComponentInfo;
  home: ComponentInfo;
  cell: CellInfo;
  change: Mutation;
}

/** What one component changes of another's, as one finding. */
function provided(linked: Linked, all: readonly Provided[]): Draft[] {
  const [first] = all;
  if (!first) return [];
  const { component, home, change } = first;
  const names = [...new Set(all.map((one) => one.cell.name))];
  return [
    {
      message: `${component.name} writes to ${list(names)} of ${home.name} directly (${change.text}).`,
      effect: BYPASSED,
      todo: `Let ${home.name} provide a function that changes ${list(names)}, and call that.`,
      component: component.name,
      ...namesOf(names),
      ...positionOf(linked, change.file, change.at),
      ...named([component, home]),
      related: all.map((one) => relatedAt(linked, one.cell.file, one.cell.spot, `${one.cell.name} lives here.`)),
    },
  ];
}

/** A state whose object is changed by a component that is only passed it, where that may not be. */
function writtenThroughProps(linked: Linked, { cell, values }: CellFlow): Draft[] {
  const home = linked.program.component(cell.home ?? -1);
  if (cell.tracks !== 'itself' || !home || !values || !FAMILIES[home.family].passesReadOnly) return [];
  return [...values.stops.values()].flatMap((stop): Draft[] => {
    const { component } = stop;
    const [change] = component && component !== home ? changedInPlace(linked, cell, stop, true) : [];
    if (!component || !change) return [];
    return [
      {
        message: `${component.name} changes ${cell.name}, which ${home.name} passes down to it read-only (${change.text}).`,
        effect: 'It throws: a component cannot change an object that it is passed.',
        todo: `Send an event from ${component.name}, and change ${cell.name} in ${home.name}.`,
        component: component.name,
        name: cell.name,
        ...positionOf(linked, change.file, change.at),
        ...named([component, home]),
        related: [relatedAt(linked, cell.file, cell.spot, `${cell.name} lives here.`)],
      },
    ];
  });
}

/** A state that is provided as what holds it, and changed by whoever reads the context. */
function writtenThroughContext(linked: Linked, { cell, values }: CellFlow): Provided[] {
  const { program } = linked;
  const home = program.component(cell.home ?? -1);
  if (cell.kind !== 'state' || !home || !values || FAMILIES[home.family].directWriteIsLost) return [];
  // A store is passed out to be set.
  if (isStore(program.graph, cell)) return [];
  const read = new Set(
    [...values.stops.values()].flatMap(({ hops }) =>
      hops.flatMap((hop) => (hop.carrier === 'context' ? [hop.target] : [])),
    ),
  );
  return [...read].flatMap((key): Provided[] => {
    const stop = values.stops.get(key);
    // What a component puts in as it is made, it registers there.
    const registers = (fn: number): boolean => fn === stop?.component?.fn && !FAMILIES[stop.component.family].runsAgain;
    const [change] = stop ? changedInPlace(linked, cell, stop).filter(({ fn }) => !registers(fn)) : [];
    return stop?.component && change ? [{ component: stop.component, home, cell, change }] : [];
  });
}

function isStore(graph: Graph, { file, value }: CellInfo): boolean {
  const cells = graph.files[file]?.cells ?? [];
  return cells.some((fact) => fact.subscribed && graph.at(file, fact.value) === value?.place);
}
