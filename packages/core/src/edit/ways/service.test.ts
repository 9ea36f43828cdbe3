import { planned } from '../../testing/planned';

const SIGNALS = {
  'package.json': '{"dependencies":{"@angular/core":"^20.0.0"}}',
  'src/main.ts': `import { bootstrapApplication } from '@angular/platform-browser';
import { Desk } from './desk';
bootstrapApplication(Desk);
`,
  'src/desk.ts': `import { Component, signal } from '@angular/core';
import { Bench } from './bench';

@Component({
  selector: 'app-desk',
  imports: [Bench],
  templateUrl: './desk.html',
})
export class Desk {
  readonly units = signal('celsius');
  readonly open = signal(true);
}
`,
  'src/desk.html': `<app-bench
  [units]="units()"
  [open]="open()"
/>
<button (click)="units.set('kelvin')">kelvin</button>
`,
  'src/bench.ts': `import { Component, input } from '@angular/core';
import { Gauge } from './gauge';

@Component({
  selector: 'app-bench',
  imports: [Gauge],
  template: \`
    @if (open()) {
      <app-gauge [scale]="units()" />
    }
  \`,
})
export class Bench {
  readonly units = input.required<string>();

  readonly open = input(false);
}
`,
  'src/gauge.ts': `import { Component, computed, input } from '@angular/core';

@Component({ selector: 'app-gauge', template: '<b>{{ shown() }}</b>' })
export class Gauge {
  readonly scale = input('celsius');
  readonly shown = computed(() => this.scale().toUpperCase());
}
`,
};

const FIELDS = {
  'package.json': '{"dependencies":{"@angular/core":"^16.0.0"}}',
  'src/main.ts': `import { platformBrowserDynamic } from '@angular/platform-browser-dynamic';
import { DeskModule } from './desk.module';
platformBrowserDynamic().bootstrapModule(DeskModule);
`,
  'src/desk.module.ts': `import { NgModule } from '@angular/core';
import { Bench } from './bench';
import { Desk } from './desk';
import { Gauge } from './gauge';
@NgModule({ declarations: [Desk, Bench, Gauge], bootstrap: [Desk] })
export class DeskModule {}
`,
  'src/feed.service.ts': `export class FeedService {}\n`,
  'src/desk.ts': `import { Component } from '@angular/core';

@Component({ selector: 'app-desk', template: '<app-bench [units]="units"></app-bench><i (click)="warm()">{{ units }}</i>', providers: [] })
export class Desk {
  units = 'celsius';

  warm() {
    this.units = 'kelvin';
  }
}
`,
  'src/bench.ts': `import { Component, Input } from '@angular/core';

@Component({ selector: 'app-bench', template: '<app-gauge [scale]="units"></app-gauge>' })
export class Bench {
  @Input() units = '';
}
`,
  'src/gauge.ts': `import { Component, Input } from '@angular/core';

@Component({ selector: 'app-gauge', template: '<b>{{ scale }}</b>' })
export class Gauge {
  @Input() scale = '';
}
`,
};

const NOBODY_LOST = { lost: [], relaysGone: ['Bench'], relaysLeft: [], newFindings: [] };

test('a signal goes into a service that its component provides, and is changed there', () => {
  const { plan, after } = planned(SIGNALS, 'Desk.units', { way: 'service' });
  expect(after['src/units.ts']).toBe(`import { Injectable, signal } from '@angular/core';

@Injectable()
export class Units {
  readonly units = signal('celsius');

  setUnits(next: ReturnType<typeof this.units>): void {
    this.units.set(next);
  }
}
`);
  expect(after['src/desk.ts']).toBe(`import { Component, signal, inject } from '@angular/core';
import { Bench } from './bench';
import { Units } from './units';

@Component({
  selector: 'app-desk',
  providers: [Units],
  imports: [Bench],
  templateUrl: './desk.html',
})
export class Desk {
  protected readonly unitsService = inject(Units);
  readonly units = this.unitsService.units;
  readonly open = signal(true);
}
`);
  expect(after['src/desk.html']).toBe(`<app-bench
  [open]="open()"
/>
<button (click)="unitsService.setUnits('kelvin')">kelvin</button>
`);
  expect(after['src/bench.ts']).toContain(`      <app-gauge />
    }
  \`,
})
export class Bench {
  readonly open = input(false);
}`);
  expect(after['src/gauge.ts']).toContain(`  readonly scale = inject(Units).units;
  readonly shown = computed(() => this.scale().toUpperCase());`);
  expect(plan).toMatchObject({ complete: true, proof: { readers: ['Gauge'], writers: ['Desk'], ...NOBODY_LOST } });
});

test('a signal that its component reads itself keeps its name there', () => {
  const { after } = planned(
    { ...SIGNALS, 'src/desk.html': `<app-bench [units]="units()" [open]="open()" />{{ units() }}\n` },
    'Desk.units',
    { way: 'service' },
  );
  expect(after['src/desk.ts']).toContain(`  readonly units = inject(Units).units;\n  readonly open`);
  expect(after['src/units.ts']).not.toContain('setUnits');
});

test('a plain field is read by getters, and goes by the names that the services of the project have', () => {
  const { plan, after } = planned(FIELDS, 'Desk.units', { way: 'service' });
  expect(after['src/units.service.ts']).toContain(`export class UnitsService {
  units = 'celsius';

  setUnits(next: typeof this.units): void {
    this.units = next;
  }
}`);
  expect(after['src/desk.ts']).toContain(`providers: [UnitsService] })
export class Desk {
  protected readonly unitsService = inject(UnitsService);
  get units() {
    return this.unitsService.units;
  }
  set units(next) {
    this.unitsService.setUnits(next);
  }

  warm() {
    this.unitsService.setUnits('kelvin');
  }`);
  expect(after['src/gauge.ts']).toContain(`  private readonly unitsHeld = inject(UnitsService);
  get scale() {
    return this.unitsHeld.units;
  }`);
  expect(plan).toMatchObject({
    complete: true,
    proof: { readers: ['Desk', 'Gauge'], writers: ['Desk'], ...NOBODY_LOST },
  });
});

test.each([
  ['set in more ways than one', { 'src/desk.ts': (FIELDS['src/desk.ts'] ?? '').replace(`= 'kelvin'`, `+= '!'`) }, true],
  ['an older version', { 'package.json': '{"dependencies":{"@angular/core":"~12.2.0"}}' }, false],
  [
    'a state that starts from what only its file knows',
    {
      'src/desk.ts': (FIELDS['src/desk.ts'] ?? '')
        .replace(`units = 'celsius'`, 'units = FIRST')
        .replace('@Component', `const FIRST = 'celsius';\n@Component`),
    },
    false,
  ],
])('%s', (_what, other, isWritten) => {
  const { plan, after } = planned({ ...FIELDS, ...other }, 'Desk.units', { way: 'service' });
  expect(plan.files.length > 0).toBe(isWritten);
  if (isWritten)
    expect(after['src/desk.ts']).toContain(`  set units(next) {\n    this.unitsService.setUnits(next);\n  }`);
  else expect(plan.steps[0]?.says).toMatch(/Not written: .+/);
});

test.each([
  ['only its inputs render it again', `template: '`, `changeDetection: ChangeDetectionStrategy.OnPush, template: '`],
  ['it is told of its inputs', `scale = '';`, `scale = '';\n  ngOnChanges() {}`],
  ['it sets what it is given', `scale = '';`, `scale = '';\n  clear() { this.scale = ''; }`],
  ['it takes it under another name', `@Input()`, `@Input('scale')`],
])('%s: a component keeps its input, and whoever gives it that reads the service', (_what, part, instead) => {
  const gauge = (FIELDS['src/gauge.ts'] ?? '').replace(part, instead);
  const { after } = planned({ ...FIELDS, 'src/gauge.ts': gauge }, 'Desk.units', { way: 'service' });
  expect(after['src/gauge.ts']).toBeUndefined();
  expect(after['src/bench.ts']).toContain('get units() {');
});

test('what a state starts from comes along where it is imported, and an import that nothing needs makes room for another', () => {
  const { plan, after } = planned(
    {
      ...SIGNALS,
      'src/beds/first.ts': `export type Scale = string;\nexport const FIRST = 'celsius';\n`,
      'src/desk.ts': (SIGNALS['src/desk.ts'] ?? '')
        .replace(`import { Bench }`, `import { FIRST } from './beds/first';\nimport { Bench }`)
        .replace(`signal('celsius')`, 'signal(FIRST)'),
      'src/gauge.ts': `import { Component, input } from '@angular/core';
import { Scale } from './beds/first';

@Component({ selector: 'app-gauge', template: '<b>{{ scale() }}</b>' })
export class Gauge {
  readonly scale = input.required<Scale>();
}
`,
    },
    'Desk.units',
    { way: 'service' },
  );
  expect(after['src/units.ts']).toContain(`import { Injectable, signal } from '@angular/core';
import { FIRST } from './beds/first';
`);
  expect(after['src/desk.ts']).not.toContain('FIRST');
  expect(after['src/gauge.ts']).toBe(`import { Component, inject } from '@angular/core';
import { Units } from './units';

@Component({ selector: 'app-gauge', template: '<b>{{ scale() }}</b>' })
export class Gauge {
  readonly scale = inject(Units).units;
}
`);
  expect(plan.complete).toBe(true);
});

test('a type comes along as what it is, and one that only the file knows keeps the state there', () => {
  const typed = (before: string): ReturnType<typeof planned> =>
    planned(
      {
        ...SIGNALS,
        'src/scale.ts': `export type Scale = string;\n`,
        'src/desk.ts': (SIGNALS['src/desk.ts'] ?? '')
          .replace(`import { Bench }`, `${before}\nimport { Bench }`)
          .replace(`signal('celsius')`, `signal<Scale>('celsius')`),
      },
      'Desk.units',
      { way: 'service' },
    );
  expect(typed(`import type { Scale } from './scale';`).after['src/units.ts'])
    .toContain(`import type { Scale } from './scale';

@Injectable()
export class Units {
  readonly units = signal<Scale>('celsius');`);
  const { plan } = typed('interface Scale { length: number }');
  expect(plan.files).toEqual([]);
  expect(plan.steps[0]?.says).toContain('units starts from Scale, which only the file of Desk knows.');
});

test('a hidden member that nobody reads any more is gone', () => {
  const desk = (SIGNALS['src/desk.ts'] ?? '').replace('readonly units', 'protected readonly units');
  const { after } = planned({ ...SIGNALS, 'src/desk.ts': desk }, 'Desk.units', { way: 'service' });
  expect(after['src/desk.ts']).not.toContain('.units');
});
