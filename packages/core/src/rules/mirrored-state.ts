/** One fact kept in two homes. */
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
      failing: {
        'src/desk.ts': `import { Component, signal } from '@angular/core';
import { Dial } from './dial';
@Component({
  selector: 'app-desk',
  imports: [Dial],
  template: '<app-dial [level]="level()"></app-dial><b (click)="raise()">{{ level() }}</b>',
})
export class Desk {
  level = signal(1);
  raise() {
    this.level.set(this.level() + 1);
  }
}
`,
        'src/dial.ts': `import { Component, Input } from '@angular/core';
@Component({ selector: 'app-dial', template: '<b (click)="turn()">{{ own }}</b>' })
export class Dial {
  @Input() level = 1;
  own = 0;
  ngOnInit() {
    this.own = this.level;
  }
  turn() {
    this.own = this.own + 1;
  }
}
`,
      },
      passing: {
        'src/desk.ts': `import { Component, signal } from '@angular/core';
import { Dial } from './dial';
@Component({
  selector: 'app-desk',
  imports: [Dial],
  template: '<app-dial [(level)]="level"></app-dial><b>{{ level() }}</b>',
})
export class Desk {
  level = signal(1);
}
`,
        'src/dial.ts': `import { Component, model } from '@angular/core';
@Component({ selector: 'app-dial', template: '<b (click)="turn()">{{ level() }}</b>' })
export class Dial {
  level = model(1);
  turn() {
    this.level.set(this.level() + 1);
  }
}
`,
      },
    },
    lwc: {
      failing: {
        'lwc/house/house.js-meta.xml': `<LightningComponentBundle>
  <isExposed>true</isExposed>
</LightningComponentBundle>
`,
        'lwc/house/house.html': `<template>
  <c-dial level={level}></c-dial><b onclick={raise}>{level}</b>
</template>
`,
        'lwc/house/house.js': `import { LightningElement } from 'lwc';
export default class House extends LightningElement {
  level = 1;
  raise() {
    this.level = this.level + 1;
  }
}
`,
        'lwc/dial/dial.html': `<template>
  <b onclick={turn}>{own}</b>
</template>
`,
        'lwc/dial/dial.js': `import { LightningElement, api } from 'lwc';
export default class Dial extends LightningElement {
  @api level;
  own = 0;
  connectedCallback() {
    this.own = this.level;
  }
  turn() {
    this.own = this.own + 1;
  }
}
`,
      },
      passing: {
        'lwc/house/house.js-meta.xml': `<LightningComponentBundle>
  <isExposed>true</isExposed>
</LightningComponentBundle>
`,
        'lwc/house/house.html': `<template>
  <c-dial level={level} onturn={raise}></c-dial><b>{level}</b>
</template>
`,
        'lwc/house/house.js': `import { LightningElement } from 'lwc';
export default class House extends LightningElement {
  level = 1;
  raise() {
    this.level = this.level + 1;
  }
}
`,
        'lwc/dial/dial.html': `<template>
  <b onclick={turn}>{level}</b>
</template>
`,
        'lwc/dial/dial.js': `import { LightningElement, api } from 'lwc';
export default class Dial extends LightningElement {
  @api level;
  turn() {
    this.dispatchEvent(new CustomEvent('turn'));
  }
}
`,
      },
    },
    scope: {
      failing: {
        'index.html': `<!doctype html>
<html ng-app="beds">
  <body>
    <div ng-controller="House"><b ng-click="raise()">{{ level }}</b><bed-dial level="level"></bed-dial></div>
  </body>
</html>
`,
        'app.js': `angular
  .module('beds', [])
  .controller('House', function ($scope) {
    $scope.level = 1;
    $scope.raise = function () {
      $scope.level = $scope.level + 1;
    };
  })
  .component('bedDial', {
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
  });
`,
      },
      passing: {
        'index.html': `<!doctype html>
<html ng-app="beds">
  <body>
    <div ng-controller="House">{{ level }}<bed-dial level="level" on-turn="raise()"></bed-dial></div>
  </body>
</html>
`,
        'app.js': `angular
  .module('beds', [])
  .controller('House', function ($scope) {
    $scope.level = 1;
    $scope.raise = function () {
      $scope.level = $scope.level + 1;
    };
  })
  .component('bedDial', {
    bindings: { level: '<', onTurn: '&' },
    template: '<b ng-click="$ctrl.onTurn()">{{ $ctrl.level }}</b>',
  });
`,
      },
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
