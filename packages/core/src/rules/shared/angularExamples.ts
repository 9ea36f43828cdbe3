/** Sources in Angular that more than one rule shows as an example. */
import type { Examples } from '../rule';

type Sources = Record<string, string>;

/** Units handed down and picked up through two components that do nothing with them, and a service in their place. */
export const UNITS: Examples = {
  failing: {
    'src/app.ts': `import { Component } from '@angular/core';
import { House } from './house';
@Component({
  selector: 'app-root',
  imports: [House],
  template: '<app-house [units]="units" (pick)="units = $event"></app-house>{{ units }}',
})
export class App {
  units = 'C';
}
`,
    'src/house.ts': `import { Component, input, output } from '@angular/core';
import { Zone } from './zone';
@Component({
  selector: 'app-house',
  imports: [Zone],
  template: '<app-zone [units]="units()" (pick)="pick.emit($event)"></app-zone>',
})
export class House {
  units = input('');
  pick = output<string>();
}
`,
    'src/zone.ts': `import { Component, input, output } from '@angular/core';
import { Tray } from './tray';
@Component({
  selector: 'app-zone',
  imports: [Tray],
  template: '<app-tray [units]="units()" (pick)="pick.emit($event)"></app-tray>',
})
export class Zone {
  units = input('');
  pick = output<string>();
}
`,
    'src/tray.ts': `import { Component, input, output } from '@angular/core';
@Component({ selector: 'app-tray', template: \`<b (click)="pick.emit('K')">{{ units() }}</b>\` })
export class Tray {
  units = input('');
  pick = output<string>();
}
`,
  },
  passing: {
    'src/units.ts': `import { Injectable, signal } from '@angular/core';
@Injectable({ providedIn: 'root' })
export class Units {
  private readonly chosen = signal('C');
  readonly current = this.chosen.asReadonly();
  choose(units: string) {
    this.chosen.set(units);
  }
}
`,
    'src/app.ts': `import { Component, inject } from '@angular/core';
import { Tray } from './tray';
import { Units } from './units';
@Component({ selector: 'app-root', imports: [Tray], template: '<app-tray></app-tray>{{ units.current() }}' })
export class App {
  units = inject(Units);
}
`,
    'src/tray.ts': `import { Component, inject } from '@angular/core';
import { Units } from './units';
@Component({ selector: 'app-tray', template: \`<b (click)="units.choose('K')">{{ units.current() }}</b>\` })
export class Tray {
  units = inject(Units);
}
`,
  },
};

/** A child whose method is called. */
export const BED = `import { Component } from '@angular/core';
@Component({ selector: 'app-bed', template: '<b>{{ depth }}</b>' })
export class Bed {
  depth = 1;
  dig() {
    this.depth = 2;
  }
}
`;

/** A child that tells how deep it was dug; `emits` is how. */
export const digging = (emits: string): string => `import { Component, output } from '@angular/core';
@Component({ selector: 'app-bed', template: '<b (click)="dug.${emits}">dig</b>' })
export class Bed {
  dug = output<number>();
}
`;

/** A component that listens to that child under a name. */
export const hearing = (event: string): string => `import { Component } from '@angular/core';
import { Bed } from './bed';
@Component({
  selector: 'app-root',
  imports: [Bed],
  template: '<app-bed (${event})="depth = $event"></app-bed>{{ depth }}',
})
export class App {
  depth = 1;
}
`;

/** A component as a file shows it: what it takes of the framework, its tag and markup, and its class. */
function component(name: string, template: string, body = '', more: { core?: string; imports?: string } = {}): string {
  const { core = '', imports = '' } = more;
  return `import { Component${core && `, ${core}`} } from '@angular/core';
${imports && `import { ${imports} } from './${imports.toLowerCase()}';\n`}@Component({
  selector: 'app-${name.toLowerCase()}',${imports && `\n  imports: [${imports}],`}
  template: \`${template}\`,
})
export class ${name} {${body && `\n  ${body}\n`}}
`;
}

/** A house that passes a level on and raises it, and a dial that shows it. */
export const levelled = (tag: string, dial: string, markup: string, core: string): Sources => ({
  'src/house.ts': component(
    'House',
    `<app-dial ${tag}></app-dial><b (click)="raise()">{{ level() }}</b>`,
    `level = signal(1);
  raise() {
    this.level.set(this.level() + 1);
  }`,
    { core: 'signal', imports: 'Dial' },
  ),
  'src/dial.ts': component('Dial', markup, dial, { core }),
});

/** A house that passes some of a plan on to a tray, through a zone that does nothing with it. */
export const planned = (name: string, given: string, shown: string): Sources => ({
  'src/house.ts': component(
    'House',
    `{{ plan().hour }}{{ plan().note }}<b (click)="change()">change</b><app-zone [${name}]="${given}"></app-zone>`,
    `plan = signal({ note: '', hour: 6, days: [] });
  change() {
    this.plan.set({ note: 'mist', hour: 7, days: [] });
  }`,
    { core: 'signal', imports: 'Zone' },
  ),
  'src/zone.ts': component('Zone', `<app-tray [${name}]="${name}()"></app-tray>`, `${name} = input.required();`, {
    core: 'input',
    imports: 'Tray',
  }),
  'src/tray.ts': component('Tray', `<b>{{ ${shown} }}</b>`, `${name} = input.required();`, { core: 'input' }),
});

/** A gauge that an application gives something. */
export const gauged = (given: string, shown: string, inputs: string): Sources => ({
  'src/app.ts': component('App', `<app-gauge ${given}></app-gauge>{{ units }}`, "units = 'K';", { imports: 'Gauge' }),
  'src/gauge.ts': component('Gauge', `<b>${shown}</b>`, inputs, { core: 'input' }),
});

/** Trays of a bench, and what each of them keeps and tells. */
export const benched = (tag: string, bench: string, tray: string, shown: string): Sources => ({
  'src/bench.ts': component(
    'Bench',
    `@for (tray of trays; track tray) {<app-tray [label]="tray" ${tag}></app-tray>}{{ opened }}`,
    `trays = ['north', 'south'];
  ${bench}`,
    { imports: 'Tray' },
  ),
  'src/tray.ts': component('Tray', `<b (click)="turn()">{{ ${shown} ? label() : '' }}</b>`, tray, {
    core: 'input, output, signal',
  }),
});

/** An application with a part that folds and one that has nothing to do with that. */
export const folding = (tag: string, app: string, fold: string, turn: string, shown: string): Sources => ({
  'src/app.ts': `${component('App', `<app-fold ${tag}></app-fold><app-legend></app-legend>`, app, { imports: 'Fold' })}
@Component({ selector: 'app-legend', template: '<i>legend</i>' })
export class Legend {}
`,
  'src/fold.ts': component('Fold', `<b (click)="${turn}">{{ ${shown} ? 'less' : 'more' }}</b>`, fold, {
    core: 'input, output',
  }),
});

/** Gauges of many beds, and a service that the application provides; `providers` is what each gauge does. */
export const providing = (providers: string): Sources => ({
  'src/units.ts': `import { Injectable, signal } from '@angular/core';
@Injectable({ providedIn: 'root' })
export class Units {
  scale = signal('C');
  choose() {
    this.scale.set('K');
  }
}
`,
  'src/app.ts': `import { Component, inject } from '@angular/core';
import { Units } from './units';
@Component({
  selector: 'app-gauge',${providers}
  template: '<b (click)="units.choose()">{{ units.scale() }}</b>',
})
export class Gauge {
  units = inject(Units);
}
@Component({
  selector: 'app-root',
  imports: [Gauge],
  template: \`@for (bed of beds; track bed) {<app-gauge></app-gauge>}{{ units.scale() }}\`,
})
export class App {
  units = inject(Units);
  beds = ['north', 'south'];
}
`,
});

/** A token that a bed provides; what the application renders, and what a gauge does with it. */
export const scaled = (markup: string, gauge: string): Sources => ({
  'src/app.ts': `import { Component, inject, InjectionToken } from '@angular/core';
const SCALE = new InjectionToken<string>('scale');
${gauge}
@Component({
  selector: 'app-bed',
  imports: [Gauge],
  providers: [{ provide: SCALE, useValue: 'K' }],
  template: '<app-gauge></app-gauge>',
})
export class Bed {}
@Component({ selector: 'app-root', imports: [Bed, Gauge], template: '${markup}' })
export class App {}
`,
});

/** Gauges for those: one that asks for the token, and one that does not. */
export const ASKING = `@Component({ selector: 'app-gauge', template: '<b>{{ scale }}</b>' })
export class Gauge {
  scale = inject(SCALE);
}`;
export const PLAIN_GAUGE = `@Component({ selector: 'app-gauge', template: '<b>gauge</b>' })
export class Gauge {}`;

/** An application that begins, with a bed that tells when it is dug. */
export const begun = (tag: string): Sources => ({
  'src/main.ts': `import { bootstrapApplication } from '@angular/platform-browser';
import { App } from './app';
bootstrapApplication(App);
`,
  'src/app.ts': component('App', `<app-bed${tag}></app-bed>{{ depth }}`, 'depth = 0;', { imports: 'Bed' }),
  'src/bed.ts': digging('emit(1)'),
});

/** A tray that tells that it was opened, and a bench that counts. */
export const counting = (bench: string, tag: string, tray: string, core: [string, string]): Sources => ({
  'src/bench.ts': component(
    'Bench',
    `<app-tray${tag}></app-tray>{{ opened }}`,
    `opened = 0;
  ${bench}`,
    { core: core[0], imports: 'Tray' },
  ),
  'src/tray.ts': component('Tray', '<b (click)="open()">open</b>', tray, { core: core[1] }),
});

/** A number that a component changes; `shown` is what its template says of it. */
export const shownAs = (shown: string): Sources => ({
  'src/app.ts': component(
    'App',
    `<b (click)="dig()">{{ ${shown} }}</b>`,
    `depth = signal(1);
  dig() {
    this.depth.set(2);
  }`,
    { core: 'signal' },
  ),
});

/** A component whose template is in a file, by the name of that. */
export const templated = (file: string): Sources => ({
  'src/app.ts': `import { Component } from '@angular/core';
@Component({ selector: 'app-root', templateUrl: './${file}' })
export class App {}
`,
  'src/app.html': '<b>beds</b>\n',
});
