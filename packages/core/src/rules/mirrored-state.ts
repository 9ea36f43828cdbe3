/** One fact kept in two homes. */
import { levelled as levelledScope } from './shared/scopeExamples';
import { levelled } from './shared/angularExamples';
import { deepening } from './shared/webComponentExamples';
import { copies, FIRST_ONLY } from './shared/copies';
import { relatedAt, named, positionOf, type Rule, remedyIn } from './rule';

export const mirroredState: Rule = {
  id: 'mirrored-state',
  level: 'warning',
  says: 'State is initialised from a prop, a context or other state, and then changes on its own.',
  why: 'There are two sources of truth: when one changes, the other keeps its value, and parts of the screen contradict each other.',
  todo: 'Read the shared value and change it through its owner; or say in the name that it is only a starting value (initialUnits).',
  settings: {},
  examples: {
    failing: {
      'src/Dial.jsx': `import { useState } from 'react';
export function Desk() {
  const [level, setLevel] = useState(1);
  return <main onClick={() => setLevel(level + 1)}>{level}<Dial level={level} /></main>;
}
function Dial({ level }) {
  const [own, setOwn] = useState(level);
  return <b onClick={() => setOwn(own + 1)}>{own}</b>;
}
`,
    },
    passing: {
      'src/Dial.jsx': `import { useState } from 'react';
export function Desk() {
  const [level, setLevel] = useState(1);
  return <main onClick={() => setLevel(level + 1)}>{level}<Dial level={level} onTurn={setLevel} /></main>;
}
function Dial({ level, onTurn }) {
  return <b onClick={() => onTurn(level + 1)}>{level}</b>;
}
`,
    },
  },
  examplesIn: {
    angular: {
      failing: levelled(
        '[level]="level()"',
        `@Input() level = 1;
  own = 0;
  ngOnInit() {
    this.own = this.level;
  }
  turn() {
    this.own = this.own + 1;
  }`,
        '<b (click)="turn()">{{ own }}</b>',
        'Input',
      ),
      passing: levelled(
        '[(level)]="level"',
        `level = model(1);
  turn() {
    this.level.set(this.level() + 1);
  }`,
        '<b (click)="turn()">{{ level() }}</b>',
        'model',
      ),
    },
    lwc: {
      failing: deepening(
        '',
        '<b onclick={turn}>{own}</b>',
        `
  own = 0;
  connectedCallback() {
    this.own = this.depth;
  }
  turn() {
    this.own = this.own + 1;
  }`,
      ),
      passing: deepening(
        ' onturn={dig}',
        '<b onclick={turn}>{depth}</b>',
        `
  turn() {
    this.dispatchEvent(new CustomEvent('turn'));
  }`,
      ),
    },
    scope: {
      failing: levelledScope(
        '',
        `{
  bindings: { level: '<' },
  controller: function () {
    var dial = this;
    dial.$onInit = function () {
      dial.own = dial.level;
    };
    dial.turn = function () {
      dial.own = dial.own + 1;
    };
  },
  template: '<b ng-click="$ctrl.turn()">{{ $ctrl.own }}</b>',
}`,
      ),
      passing: levelledScope(
        ' on-turn="raise()"',
        `{
  bindings: { level: '<', onTurn: '&' },
  template: '<b ng-click="$ctrl.onTurn()">{{ $ctrl.level }}</b>',
}`,
      ),
    },
  },
  check({ linked, cells }) {
    return copies(cells, linked).flatMap(({ copy, component, from, sources, changed, inStep, draft }) => {
      if (!changed || inStep || draft) return [];
      const { cell } = copy;
      if (cell.computedOnce) return [];
      if ([lastPart(from), cell.name].some((name) => FIRST_ONLY.test(name))) return [];
      // Kept to tell what changed, or to come later than it: not to be shown in its place.
      if (/^(prev|previous|last|old)|debounce|throttle|deferred|delayed/i.test(cell.name)) return [];
      const [source] = sources;
      const home = source?.cell.home == null ? undefined : linked.program.component(source.cell.home);
      return [
        {
          message: `${component.name} initialises ${cell.name} from ${from}${home && home !== component ? ` of ${home.name}` : ''} and then changes it separately.`,
          effect: `When ${from} changes, ${component.name} goes on showing its own ${cell.name}: the two contradict each other.`,
          todo: remedyIn(
            {
              angular: `Use ${from} itself and emit an output to change it; if it is only a starting value, name it so (initial…).`,
              vue: `Use ${from} itself and emit an event to change it; if it is only a starting value, name it so (initial…).`,
              svelte: `Use ${from} itself and bind it or call back to change it; if it is only a starting value, name it so (initial…).`,
              others: `Use ${from} itself and change it through a callback from its owner; if it is only a starting value, name it so (initial…).`,
            },
            component.family,
          ),
          component: component.name,
          name: cell.name,
          ...positionOf(linked, cell.file, cell.spot),
          ...named([...(home && home !== component ? [home] : []), component]),
          related: source
            ? [relatedAt(linked, source.cell.file, source.cell.spot, `${source.cell.name} lives here.`)]
            : [],
        },
      ];
    });
  },
};

function lastPart(name: string): string {
  return name.slice(name.lastIndexOf('.') + 1);
}
