/** State changed in place, where only its setter makes the change show. */
import { measuring } from './shared/scopeExamples';
import { listing } from './shared/webComponentExamples';
import type { Linked } from '../link';
import type { Graph } from '../link/graph/graph';
import type { Origin } from '../link/graph/traces';
import { push } from '../link/graph/byPlace';
import type { CellFlow } from '../follow/cells';
import { stopsOfItself, type FlowStop } from '../follow/flow';
import { isAnew, isGuessed, isPart, wasDerived, wasFrozen, type Visited } from '../link/travel/visited';
import { FAMILIES } from '../model/families';
import { mutationsAt, type Mutation } from '../follow/changesInPlace';
import { unseenBelow } from './shared/inPlaceBelow';
import { isChangeOf, isShown, writersOf } from './shared/changes';
import { isItsOwnAffair, mayBeInstance } from './shared/outsideObjects';
import { unwatchedSets } from './shared/unwatched';
import { isRenderedAnyway, runsAsItRenders } from './shared/renderedAnyway';
import {
  isAssignedByCallers,
  isByName,
  isPartOfClone,
  isPassedUp,
  isPutTogether,
  isSetAnew,
  isSetByCall,
  isSetByCallers,
} from './shared/setAnew';
import { relatedAt, named, positionOf, type Draft, type Rule, remedyIn } from './rule';
import type { Spot } from '../model/facts';

const NOT_SHOWN = 'Nothing re-renders: the screen keeps showing the old value.';

/** A child that re-renders only when it gets another list, for the examples. */
const BED = `import { ChangeDetectionStrategy, Component, input } from '@angular/core';
@Component({
  selector: 'app-bed',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '<b>{{ plants() }}</b>',
})
export class Bed {
  plants = input<string[]>([]);
}
`;

export const directWrite: Rule = {
  id: 'direct-write',
  level: 'error',
  says: 'State is mutated in place instead of being replaced.',
  why: 'The framework only notices a new value, so nothing re-renders: the screen keeps the old value until something else causes a render.',
  todo: 'Build a changed copy and pass it to the setter.',
  settings: {},
  examples: {
    failing: {
      'src/Bench.jsx': `import { useState } from 'react';
export function Bench() {
  const [trays, setTrays] = useState([]);
  function add(tray) {
    trays.push(tray);
    setTrays(trays);
  }
  return <ul onClick={() => add('fern')}>{trays.length}</ul>;
}
`,
    },
    passing: {
      'src/Bench.jsx': `import { useState } from 'react';
export function Bench() {
  const [trays, setTrays] = useState([]);
  function add(tray) {
    setTrays([...trays, tray]);
  }
  return <ul onClick={() => add('fern')}>{trays.length}</ul>;
}
`,
    },
  },
  examplesIn: {
    scope: {
      failing: measuring('$scope.size = window.innerWidth;'),
      passing: measuring(`$scope.$apply(function () {
    $scope.size = window.innerWidth;
  });`),
    },
    lwc: {
      failing: listing(`this.beds.push('north');`),
      passing: listing(`this.beds = [...this.beds, 'north'];`),
    },
    angular: {
      failing: {
        'src/app.ts': `import { Component } from '@angular/core';
import { Bed } from './bed';
@Component({
  selector: 'app-root',
  imports: [Bed],
  template: '<app-bed [plants]="plants"></app-bed><b (click)="add()">add</b>',
})
export class App {
  plants = ['fern'];
  add() {
    this.plants.push('moss');
  }
}
`,
        'src/bed.ts': BED,
      },
      passing: {
        'src/app.ts': `import { Component } from '@angular/core';
import { Bed } from './bed';
@Component({
  selector: 'app-root',
  imports: [Bed],
  template: '<app-bed [plants]="plants"></app-bed><b (click)="add()">add</b>',
})
export class App {
  plants = ['fern'];
  add() {
    this.plants = [...this.plants, 'moss'];
  }
}
`,
        'src/bed.ts': BED,
      },
    },
  },
  check({ linked, cells }) {
    const found = new Map<Spot, Draft>();
    const drafts = linked.memos.of<CellFlow, ReadonlyMap<Spot, Draft>>('direct-write');
    for (const flow of cells.all) {
      if (!/^(state|service)$/.test(flow.cell.kind) || flow.cell.setter === null) continue;
      for (const [key, draft] of drafts.get(flow, () => writesOf(linked, flow)))
        if (!found.has(key)) found.set(key, draft);
    }
    return [...found.values()];
  },
};

/** What is wrong with how one state is changed, by the spot. */
function writesOf(linked: Linked, flow: CellFlow): ReadonlyMap<Spot, Draft> {
  const unseen = unseenBelow(linked, flow);
  if (unseen.size > 0 || flow.cell.kind !== 'state') return unseen;
  const outside = outsideWrites(linked, flow);
  if (outside.size > 0) return outside;
  switch (flow.cell.tracks) {
    case 'nothing':
      return plainWrites(linked, flow);
    case 'assignment':
    case 'itself':
      return methodWrites(linked, flow);
    default:
      return draftsOf(linked, flow);
  }
}

/** A field that is shown, and set where the family does not look afterwards. */
function outsideWrites(linked: Linked, flow: CellFlow): Map<Spot, Draft> {
  const { cell } = flow;
  const home = linked.program.component(cell.home ?? -1);
  const sets = home ? unwatchedSets(linked, flow) : [];
  if (!home || sets.length === 0 || !isShown(linked, flow)) return new Map();
  return new Map(
    sets.map(({ at }): [Spot, Draft] => [
      at,
      {
        message: `${home.name} sets ${cell.name} ${remedyIn({ scope: 'where no digest follows', others: 'outside the zone' }, home.family)}.`,
        effect: NOT_SHOWN,
        todo: remedyIn(
          {
            scope: `Set it in $scope.$apply(function () { … }), or call $scope.$applyAsync() after it.`,
            others: `Set it in ngZone.run(…), call markForCheck() after it, or declare it as ${cell.name} = signal(…).`,
          },
          home.family,
        ),
        component: home.name,
        name: cell.name,
        ...positionOf(linked, cell.file, at),
        ...named([home]),
        related: [relatedAt(linked, cell.file, cell.spot, `${cell.name} lives here.`)],
      },
    ]),
  );
}

/** A plain variable that is shown, and set where only what is declared as state is followed. */
function plainWrites(linked: Linked, flow: CellFlow): Map<Spot, Draft> {
  const { cell } = flow;
  const home = linked.program.component(cell.home ?? -1);
  const [writer] = writersOf(flow);
  const use = writer?.facts.uses[0];
  if (!home || !writer || !use || !isShown(linked, flow) || isReturnedWhereSet(linked, flow)) return new Map();
  const draft: Draft = {
    message: `${writer.component?.name ?? home.name} changes ${cell.name}, a plain variable that is not declared as state.`,
    effect: NOT_SHOWN,
    todo: remedyIn(
      {
        angular: `Declare it as ${cell.name} = signal(…).`,
        vue: `Declare it as const ${cell.name} = ref(…).`,
        svelte: `Declare it as let ${cell.name} = $state(…).`,
        others: `Declare ${cell.name} with useState.`,
      },
      home.family,
    ),
    component: writer.component?.name ?? home.name,
    name: cell.name,
    ...positionOf(linked, use.file, use.spot),
    ...named([writer.component, ...(home !== writer.component ? [home] : [])]),
    related: [relatedAt(linked, cell.file, cell.spot, `${cell.name} lives here, and is not declared as state.`)],
  };
  return new Map([[use.spot, draft]]);
}

/** Whether each function that sets a variable returns it as well: a value kept from run to run, shown by what it returns. */
function isReturnedWhereSet({ program: { graph } }: Linked, { cell }: CellFlow): boolean {
  const changes = (graph.files[cell.file]?.calls ?? []).filter((fact) =>
    isChangeOf(graph, cell.file, fact, cell.setter?.place),
  );
  return (
    changes.length > 0 &&
    changes.every((fact) => {
      const entry = graph.functions[graph.fnAt(cell.file, fact.fn)];
      return !!entry && isByName(graph, graph.at(entry.file, entry.fact.result), cell.value?.place ?? -1);
    })
  );
}

/** A method that changes what a variable holds, where only an assignment to the variable is seen. */
function methodWrites(linked: Linked, flow: CellFlow): Map<Spot, Draft> {
  const { cell, values } = flow;
  const { graph } = linked.program;
  const found = new Map<Spot, Draft>();
  const home = linked.program.component(cell.home ?? -1);
  const start = values?.stops.get(values.start);
  if (!home || !start || !graph.files[cell.file]?.mutations.length || !isShown(linked, flow)) return found;
  for (const visited of linked.locals.explore(start.at).visited) {
    if (
      visited.path !== 0 ||
      isPart(visited) ||
      wasDerived(visited) ||
      wasFrozen(visited) ||
      isAnew(visited.flags) ||
      isGuessed(visited.flags)
    )
      continue;
    for (const one of mutationsAt(linked, visited.place)) {
      const calls = graph.files[one.file]?.calls ?? [];
      const isAssigned = calls.some(
        (fact) =>
          fact.name !== one.text &&
          linked.program.isWithin(one.fn, graph.fnAt(one.file, fact.fn)) &&
          isChangeOf(graph, one.file, fact, cell.setter?.place),
      );
      const isSeen = cell.tracks === 'assignment' && !one.text.endsWith('()');
      if (isSeen || one.beforeRender || one.ofElement || isAssigned || isPutTogether(graph, visited.place)) continue;
      if (isAssignedByCallers(linked, cell, one)) continue;
      found.set(one.at, {
        message: `${home.name} changes ${cell.name} with ${one.text} and never assigns it.`,
        effect: NOT_SHOWN,
        todo: remedyIn(
          {
            lwc: `Assign a changed copy (this.${cell.name} = …), or mark it with @track.`,
            others: `Assign it too: ${cell.name} = ${cell.name} after the call, or a new list such as [...${cell.name}, item].`,
          },
          home.family,
        ),
        component: home.name,
        name: cell.name,
        ...positionOf(linked, one.file, one.at),
        ...named([home]),
        related: [relatedAt(linked, cell.file, cell.spot, `${cell.name} lives here.`)],
      });
    }
  }
  return found;
}

/** Where one state is changed in place, by the spot, which is the same however its lines move. */
function draftsOf(linked: Linked, flow: CellFlow): Map<Spot, Draft> {
  const { cell, values } = flow;
  const { program, locals } = linked;
  const found = new Map<Spot, Draft>();
  if (cell.home === null || cell.setter === null || cell.callable || !values) return found;
  const byFunction = new Map<number, { one: Mutation; draft: Draft }[]>();
  const home = program.component(cell.home);
  if (!home || !FAMILIES[home.family].directWriteIsLost) return found;
  if (!isSeen(linked, flow)) return found;
  let itself: Set<FlowStop> | null = null;
  for (const stop of values.stops.values()) {
    const local = locals.explore(stop.at);
    for (const visited of local.visited)
      for (const one of mutationsAt(linked, visited.place)) {
        itself ??= new Set(stopsOfItself(values));
        if (
          !itself.has(stop) ||
          !holds(linked, visited.path, one, cell.name) ||
          wasDerived(visited) ||
          wasFrozen(visited) ||
          one.ofElement ||
          one.beforeRender ||
          throughReference(one) ||
          isAnew(visited.flags) ||
          isGuessed(visited.flags) ||
          isPutTogether(program.graph, visited.place) ||
          isPartOfClone(program.graph, visited.place) ||
          mayBeInstance(program.graph, visited.place) ||
          isInHelper(linked, stop, visited, one)
        )
          continue;
        const whose = stop.component?.fn === cell.home ? cell.name : `${cell.name} of ${home.name}`;
        const what = isPart(visited) ? `a part of ${whose}` : whose;
        if (
          byFunction.get(one.fn)?.some((known) => known.one.at === one.at) ||
          isSetAnew(linked, cell, one) ||
          isSetByCallers(linked, cell, one) ||
          isSetByCall(linked, flow, one, local.visited) ||
          isRenderedAnyway(linked, cell, one.fn) ||
          isPassedUp(program.graph, stop.component?.propsPlace, visited.place, one) ||
          isItsOwnAffair(linked, cell, one)
        )
          continue;
        const draft: Draft = {
          message: `${stop.component?.name ?? 'A module'} mutates ${what} in place (${one.text}).`,
          ...(stop.component && runsAsItRenders(linked, stop.component.fn, one.fn)
            ? {
                level: 'note' as const,
                effect: `It does so while ${stop.component.name} renders: the next render, and whoever else is given it, starts from the changed one.`,
              }
            : { effect: NOT_SHOWN }),
          todo: `Build a changed copy and pass it to ${/^\w+$/.test(cell.setterName) ? cell.setterName : 'the setter'}.`,
          component: stop.component?.name ?? null,
          name: stop.name,
          ...positionOf(linked, one.file, one.at),
          ...named([stop.component, ...(home !== stop.component ? [home] : [])]),
          related: [relatedAt(linked, cell.file, cell.spot, `${cell.name} lives here.`)],
        };
        push(byFunction, one.fn, { one, draft });
      }
  }
  // What one function does to a value is one finding, at the first of its changes.
  for (const changes of byFunction.values()) {
    const [first, ...others] = changes.sort(
      ({ one: a }, { one: b }) => a.at.line - b.at.line || a.at.column - b.at.column,
    );
    if (!first) continue;
    first.draft.related.push(
      ...others.map(({ one }) => relatedAt(linked, one.file, one.at, `It is changed here as well (${one.text}).`)),
    );
    found.set(first.one.at, first.draft);
  }
  return found;
}

/** Whether anything would look otherwise, or run again, if a state were set anew. */
function isSeen(linked: Linked, flow: CellFlow): boolean {
  const stops = [...(flow.values?.stops.values() ?? [])];
  return stops.some(({ facts }) => facts.uses.some(({ kind }) => kind === 'effect')) || isShown(linked, flow);
}

/** `place.current.seen = true`: what is kept in a reference is changed there without being shown, and on purpose. */
function throughReference({ text }: Mutation): boolean {
  return /\.current\./.test(text);
}

/** Whether what is changed is the value itself; of a class, also a field set on its state. */
function holds({ program: { fieldPaths } }: Linked, path: number, one: Mutation, name: string): boolean {
  if (path === 0) return true;
  return (
    one.field === name &&
    fieldPaths.head(path) === name &&
    fieldPaths.tail(path) === 0 &&
    one.text.startsWith('this.state.')
  );
}

/** Whether a helper changes a part of what it is passed: who passes it over may show what comes back, and not what was. */
function isInHelper({ program }: Linked, stop: FlowStop, visited: Visited, one: Mutation): boolean {
  if (!isPart(visited)) return isCopiedBack(program.graph, one, visited.place);
  return program.unitOf(one.fn) !== stop.component?.fn || isReturned(program.graph, one, visited.place);
}

/** Whether a function changes what it is given and returns it, as it is or as a copy: `rows.map((row) => { row.open = true; return row; })`. */
function isReturned(graph: Graph, { fn }: Mutation, object: number): boolean {
  const entry = graph.functions[fn];
  const returned = graph
    .trace(object)
    .filter(({ place }) => graph.places[place]?.kind === 'param' && graph.fnOfPlace(place) === fn);
  if (!entry || returned.length === 0) return false;
  const result = graph.at(entry.file, entry.fact.result);
  const back = new Set([...graph.trace(result), ...spreadInto(graph, result)].map(({ place }) => place));
  return returned.some(({ place }) => back.has(place));
}

/** Whether a function changes what it is given and returns a copy of it: who calls it shows the copy. */
function isCopiedBack(graph: Graph, { fn }: Mutation, object: number): boolean {
  const entry = graph.functions[fn];
  if (!entry) return false;
  const isParam = (place: number): boolean => graph.places[place]?.kind === 'param' && graph.fnOfPlace(place) === fn;
  const params = graph.trace(object).flatMap(({ place }) => (isParam(place) ? [place] : []));
  const back = new Set([graph.at(entry.file, entry.fact.result)]);
  for (const place of back)
    for (const { op, from } of graph.edgesInto(place)) {
      // What is spread into an object is what the object holds.
      const isSpread = op === 'rest' || (op === 'same' && graph.places[place]?.kind === 'object');
      if (op === 'same') back.add(from);
      if (isSpread && graph.trace(from).some((origin) => params.includes(origin.place))) return true;
    }
  return false;
}

/** What is spread into the objects that a place holds. */
function spreadInto(graph: Graph, place: number): Origin[] {
  return graph
    .trace(place)
    .flatMap((origin) =>
      graph.edgesInto(origin.place).flatMap((edge) => (edge.op === 'rest' ? graph.trace(edge.from) : [])),
    );
}
