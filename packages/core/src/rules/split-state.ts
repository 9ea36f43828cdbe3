/** Copies of what is read together further up. */
import { benched as benchedScope } from './shared/scopeExamples';
import { benched } from './shared/angularExamples';
import { bedded } from './shared/webComponentExamples';
import type { CellFlow } from '../follow/cells';
import { copies } from './shared/copies';
import { named, positionOf, type Draft, type Rule } from './rule';

export const splitState: Rule = {
  id: 'split-state',
  level: 'note',
  says: 'Siblings, or several instances of one component, each keep their own copy of what their parent needs as a whole.',
  why: 'The parent only hears of changes, so what it shows and what they show can drift apart.',
  todo: 'Keep it in the parent that reads all of it, and pass each child its part.',
  settings: {},
  examples: {
    failing: {
      'src/Bench.jsx': `import { useState } from 'react';
export function Bench({ trays }) {
  const [opened, setOpened] = useState(0);
  return <ul title={opened}>{trays.map((tray) => <Tray key={tray} label={tray} onOpen={(open) => setOpened((n) => n + (open ? 1 : -1))} />)}</ul>;
}
function Tray({ label, onOpen }) {
  const [open, setOpen] = useState(false);
  return <li title={label} onClick={() => { setOpen(!open); onOpen(open); }}>{open ? label : ''}</li>;
}
`,
    },
    passing: {
      'src/Bench.jsx': `import { useState } from 'react';
export function Bench({ trays }) {
  const [opened, setOpened] = useState('');
  return <ul title={opened}>{trays.map((tray) => <Tray key={tray} label={tray} open={tray === opened} onOpen={setOpened} />)}</ul>;
}
function Tray({ label, open, onOpen }) {
  return <li onClick={() => onOpen(label)}>{open ? label : ''}</li>;
}
`,
    },
  },
  examplesIn: {
    angular: {
      failing: benched(
        '(opened)="count($event)"',
        `opened = 0;
  count(open: boolean) {
    this.opened = this.opened + (open ? 1 : -1);
  }`,
        `label = input('');
  opened = output<boolean>();
  open = signal(false);
  turn() {
    this.open.set(!this.open());
    this.opened.emit(this.open());
  }`,
        'open()',
      ),
      passing: benched(
        '[open]="tray === opened" (chosen)="opened = $event"',
        "opened = '';",
        `label = input('');
  open = input(false);
  chosen = output<string>();
  turn() {
    this.chosen.emit(this.label());
  }`,
        'open()',
      ),
    },
    lwc: {
      failing: bedded(
        'onopened={count}',
        `opened = 0;
  count(event) {
    this.opened = this.opened + (event.detail ? 1 : -1);
  }`,
        '{open}',
        `open = false;
  turn() {
    this.open = !this.open;
    this.dispatchEvent(new CustomEvent('opened', { detail: this.open }));
  }`,
      ),
      passing: bedded(
        'label={bed} open={opened} onopened={choose}',
        `opened = '';
  choose(event) {
    this.opened = event.detail;
  }`,
        '{label}{open}',
        `@api label;
  @api open;
  turn() {
    this.dispatchEvent(new CustomEvent('opened', { detail: this.label }));
  }`,
      ),
    },
    scope: {
      failing: benchedScope(
        'on-open="count(open)"',
        `$scope.opened = 0;
$scope.count = function (open) {
  $scope.opened = $scope.opened + (open ? 1 : -1);
};`,
        `{
  bindings: { onOpen: '&' },
  controller: function () {
    var tray = this;
    tray.open = false;
    tray.turn = function () {
      tray.open = !tray.open;
      tray.onOpen({ open: tray.open });
    };
  },
  template: '<b ng-click="$ctrl.turn()">{{ $ctrl.open }}</b>',
}`,
      ),
      passing: benchedScope(
        'label="bed" open="opened" on-open="choose(label)"',
        `$scope.opened = '';
$scope.choose = function (label) {
  $scope.opened = label;
};`,
        `{
  bindings: { label: '<', open: '<', onOpen: '&' },
  template: '<b ng-click="$ctrl.onOpen({ label: $ctrl.label })">{{ $ctrl.label }}{{ $ctrl.open }}</b>',
}`,
      ),
    },
  },
  check({ linked, cells }) {
    const { program, render, locals } = linked;
    const found: Draft[] = [];
    let changing: ReadonlySet<number> | null = null;
    // What starts from what it is passed is one value kept twice, which is told as that.
    const copied = new Set(copies(cells, linked).map(({ copy }) => copy));
    for (const flow of cells.all) {
      const { cell } = flow;
      if (copied.has(flow)) continue;
      if (cell.home === null || cell.kind !== 'state' || cell.setter === null || cell.callable || !cell.value) continue;
      const home = program.component(cell.home);
      if (!home) continue;
      const [author] = render.by.parents.get(home.fn) ?? [];
      const parent = author === undefined ? undefined : program.component(author);
      if (!parent || !isMany(home.fn) || !isUsedBy(flow, parent.fn)) continue;
      found.push({
        message: `Each ${home.name} keeps its own ${cell.name} and reports it to ${parent.name}, which keeps a second copy.`,
        effect: `What ${parent.name} shows and what each ${home.name} shows can drift apart.`,
        todo: `Keep ${cell.name} in ${parent.name} and pass each ${home.name} its part.`,
        component: home.name,
        name: cell.name,
        ...positionOf(linked, cell.file, cell.spot),
        ...named([parent, home]),
        related: [],
      });
    }
    return found;

    function isMany(fn: number): boolean {
      const sites = program.sitesOf(fn);
      return sites.length > 1 || sites.some((site) => (render.placements[site] ?? []).some((p) => p.repeat === 'many'));
    }

    /** Whether the state, or what it is about to become, is passed up to state of the component above. */
    function isUsedBy(flow: CellFlow, parent: number): boolean {
      if (!flow.cell.value) return false;
      return locals
        .explore(flow.cell.value)
        .exits.some(
          (exit) =>
            exit.kind === 'argument' &&
            !exit.derived &&
            !exit.part &&
            linked.functionFlow
              .calleesOf(exit.target, exit.at.run)
              .some(({ fn, run }) => runsFor(fn, run) === parent && changesState(fn)),
        );
    }

    /** The component on whose behalf a function runs: the one it is written in, or the one whose markup that is. */
    function runsFor(fn: number, run: number): number | undefined {
      const unit = program.unitOf(fn);
      return program.graph.functions[unit]?.fact.template ? program.ownerOf(run)?.fn : unit;
    }

    /** Whether a function calls the setter of some state. */
    function changesState(fn: number): boolean {
      changing ??= functionsThatChange();
      return changing.has(fn);
    }

    /** The functions in which some state's setter is called, those around them, and those of the same component that call them. */
    function functionsThatChange(): Set<number> {
      const functions = new Set<number>();
      for (const { calls, cell } of cells.all)
        for (const { call } of cell.setter && calls ? locals.explore(cell.setter).called : [])
          for (let fn = program.graph.fnOfCall(call); fn !== -1; fn = program.graph.functions[fn]?.parent ?? -1)
            functions.add(fn);
      const { graph } = program;
      for (const fn of functions)
        for (const call of graph.callersOfFunction(fn)) {
          const caller = graph.fnOfCall(call);
          const unit = program.unitOf(caller);
          if (unit === program.unitOf(fn) || graph.functions[unit]?.fact.template) functions.add(caller);
        }
      return functions;
    }
  },
};
