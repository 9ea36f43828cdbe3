/** Mends in classes of components: what they start is ended, what they hold is assigned anew. */
import { highHome } from '../../rules/high-home';
import { mendedFile as becomes } from '../../testing/planned';

const LWC = (body: string, imports = ''): Record<string, string> => ({
  'src/modules/c/bed/bed.html': '<template><b>{depth}</b></template>',
  'src/modules/c/bed/bed.js': `import { LightningElement } from 'lwc';
${imports}
export default class Bed extends LightningElement {
  depth = 1;
${body}
  measure() {
    this.depth++;
  }
}
`,
});
const bed = (body: string, imports?: string): string =>
  becomes(LWC(body, imports), 'src/modules/c/bed/bed.js', 'leaked-listener');

test.each([
  [
    'a function of its own, and no method that leaves',
    `  connectedCallback() {
    window.addEventListener('resize', this.measure);
  }
`,
    `    window.addEventListener('resize', this.measure);
  }

  disconnectedCallback() {
    window.removeEventListener('resize', this.measure);
  }`,
  ],
  [
    'a timer, beside what it ends already',
    `  connectedCallback() {
    setInterval(() => this.measure(), 1000);
  }
  disconnectedCallback() {
    this.measure();
  }
`,
    `    this.timer = setInterval(() => this.measure(), 1000);
  }
  disconnectedCallback() {
    this.measure();
    clearInterval(this.timer);
  }`,
  ],
  [
    'a bound function, taken away as another one',
    `  connectedCallback() {
    window.addEventListener('resize', this.measure.bind(this));
  }
  disconnectedCallback() {
    window.removeEventListener('resize', this.measure.bind(this));
  }
`,
    `    this.onResize = this.measure.bind(this);
    window.addEventListener('resize', this.onResize);
  }
  disconnectedCallback() {
    window.removeEventListener('resize', this.onResize);
  }`,
  ],
])('a web component of the page: %s', (_what, body, after) => {
  expect(bed(body)).toContain(after);
});

test('a web component of the page: a subscription to a channel, and what cannot be ended there', () => {
  const channel = `import { createMessageContext, subscribe } from 'lightning/messageService';\nimport SOWN from '@salesforce/messageChannel/Sown__c';`;
  const listens = (around: (call: string) => string): string =>
    bed(
      `  context = createMessageContext();\n  connectedCallback() {\n    ${around('subscribe(this.context, SOWN, () => this.measure());')}\n  }\n`,
      channel,
    );
  const after = listens((call) => call);
  expect(after).toContain('subscribe, unsubscribe } from');
  expect(after).toContain('    this.subscription = subscribe(this.context');
  expect(after).toContain('  disconnectedCallback() {\n    unsubscribe(this.subscription);\n  }');
  expect(listens((call) => `if (this.depth) { ${call} }`)).toBe('It is started in a branch or a callback.');
});

const ANGULAR = (version: string, members: string): Record<string, string> => ({
  'package.json': `{"dependencies":{"@angular/core":"^${version}.0.0"}}`,
  'src/main.ts': `import { bootstrapApplication } from '@angular/platform-browser';\nimport { Bed } from './bed';\nbootstrapApplication(Bed);\n`,
  'src/feed.ts': `import { Injectable } from '@angular/core';\nimport { Subject } from 'rxjs';\n@Injectable({ providedIn: 'root' })\nexport class Feed {\n  age = new Subject<number>();\n  next() { this.age.next(1); }\n}\n`,
  'src/bed.ts': `import { Component } from '@angular/core';
import { Feed } from './feed';

@Component({ selector: 'app-bed', template: '<b>{{ depth }}</b>' })
export class Bed {
  depth = 1;
  constructor(private feed: Feed) {}
${members}}
`,
});
const SUBSCRIBED = `  ngOnInit() {
    this.feed.age.subscribe((age) => {
      this.depth = age;
    });
  }
`;

test('Angular: a subscription ends with its component, from the version on that can tell', () => {
  const after = becomes(ANGULAR('17', SUBSCRIBED), 'src/bed.ts', 'leaked-listener');
  expect(after).toContain(`import { takeUntilDestroyed } from '@angular/core/rxjs-interop';`);
  expect(after).toContain(`  private readonly destroyRef = inject(DestroyRef);\n  depth = 1;`);
  expect(after).toContain(`this.feed.age.pipe(takeUntilDestroyed(this.destroyRef)).subscribe((age) => {`);
  expect(becomes(ANGULAR('15', SUBSCRIBED), 'src/bed.ts', 'leaked-listener')).toContain(
    'version of the framework, 15,',
  );
});

test('Angular: a timer ends with its component', () => {
  const after = becomes(
    ANGULAR('17', `  ngOnInit() {\n    setInterval(() => this.depth++, 1000);\n  }\n`),
    'src/bed.ts',
    'leaked-listener',
  );
  expect(after).toContain(`    const timer = setInterval(() => this.depth++, 1000);
    this.destroyRef.onDestroy(() => clearInterval(timer));`);
});

test.each([
  ['added to', `this.rows.push('moss');`, `this.rows = [...this.rows, 'moss'];`],
  ['sorted', `this.rows.sort();`, `this.rows = [...this.rows].sort();`],
])('a list of a class that is %s is assigned anew', (_what, change, after) => {
  const sources = {
    'src/modules/c/row/row.html': `<template><template for:each={rows} for:item="row"><b key={row}>{row}</b></template><b onclick={add}>add</b></template>`,
    'src/modules/c/row/row.js': `import { LightningElement } from 'lwc';\nexport default class Row extends LightningElement {\n  rows = ['fern'];\n  add() {\n    ${change}\n  }\n}\n`,
  };
  expect(becomes(sources, 'src/modules/c/row/row.js', 'direct-write')).toContain(after);
});

describe('Angular: a field that is taken once is given as it is by then', () => {
  const sources = (members: string, decorator = ''): Record<string, string> => ({
    'package.json': '{"dependencies":{"@angular/core":"^20.0.0"}}',
    'src/main.ts': `import { bootstrapApplication } from '@angular/platform-browser';\nimport { App } from './app';\nbootstrapApplication(App);\n`,
    'src/app.ts': `import { Component } from '@angular/core';
import { Bed } from './bed';
@Component({ selector: 'app-root', imports: [Bed], template: '<app-bed [depth]="depth" /><b (click)="dig()">dig</b>' })
export class App {
  depth = 1;
  dig() {
    this.depth++;
  }
}
`,
    'src/bed.ts': `import { ChangeDetectionStrategy, Component, Input, OnChanges, OnInit } from '@angular/core';

@Component({ selector: 'app-bed', ${decorator}template: '<b>{{ first }}</b>' })
${members}
`,
  });
  const bed = (members: string, decorator?: string): string =>
    becomes(sources(members, decorator), 'src/bed.ts', 'frozen-read');
  const getter = `  get first() {
    return this.depth;
  }
`;

  test('set as it is first shown, which nothing else is done for', () => {
    const after = bed(`export class Bed implements OnInit {
  @Input() depth = 0;
  first = 0;

  // As it was.
  ngOnInit(): void {
    this.first = this.depth;
  }
}`);
    expect(after).toContain(`export class Bed {\n  @Input() depth = 0;\n${getter}}\n`);
    expect(after).not.toContain('OnInit');
  });

  test('beside what else is done then, with its type', () => {
    const after = bed(`export class Bed implements OnChanges, OnInit {
  @Input() depth = 0;
  protected first: number = 0;
  seen = false;
  ngOnInit(): void {
    this.first = this.depth;
    this.seen = true;
  }
  ngOnChanges() {}
}`);
    expect(after).toContain('implements OnChanges, OnInit');
    expect(after).toContain('  protected get first(): number {\n    return this.depth;\n  }');
    expect(after).toContain('  ngOnInit(): void {\n    this.seen = true;\n  }');
  });

  test('what a method does is not to be done with each rendering', () => {
    const members =
      '  rows = [3, 2];\n  @Input() depth = 0;\n  first = 0;\n  take() { this.rows.pop(); return this.depth; }\n  ngOnInit() { this.first = this.take(); }';
    expect(bed(`export class Bed {\n${members}\n}`)).toBe(
      'first is computed in a way that is not to be repeated with each rendering.',
    );
  });

  test('set in a branch, it is left to a person', () => {
    const members =
      '  @Input() depth = 0;\n  first = 0;\n  ngOnInit() { if (this.depth) { this.first = this.depth; } }';
    expect(bed(`export class Bed {\n${members}\n}`)).toBe('It is set in a branch, a callback or another method.');
  });
});

test('Angular: a service that each of many provides, though it is there for all, is that of all', () => {
  const sources = (providers: string): Record<string, string> => ({
    'src/soil.ts': `import { Injectable } from '@angular/core';\n@Injectable({ providedIn: 'root' })\nexport class Soil {\n  depth = 1;\n  dig() {\n    this.depth++;\n  }\n}\n`,
    'src/app.ts': `import { Component } from '@angular/core';
import { Bed } from './bed';
@Component({ selector: 'app-root', imports: [Bed], template: '@for (bed of beds; track bed) {<app-bed />}' })
export class App {
  beds = [1, 2];
}
`,
    'src/bed.ts': `import { Component, inject } from '@angular/core';
import { Soil } from './soil';
import { Tools } from './tools';
@Component({ selector: 'app-bed', ${providers}template: '<b (click)="soil.dig()">{{ soil.depth }}</b>' })
export class Bed {
  soil = inject(Soil);
}
`,
    'src/tools.ts': `import { Injectable } from '@angular/core';\n@Injectable()\nexport class Tools {}\n`,
  });
  const bed = (providers: string): string => becomes(sources(providers), 'src/bed.ts', 'private-store');
  expect(bed('providers: [Soil], ')).toContain(`@Component({ selector: 'app-bed', template: '<b`);
  expect(bed('providers: [Soil, Tools], ')).toContain('providers: [Tools], template');
});

test('Angular: a child asked for once of many, by a decorator, and called in the template as well', () => {
  const sources = {
    'src/app.ts': `import { Component, ViewChild } from '@angular/core';
import { Bed } from './bed';
@Component({ selector: 'app-root', imports: [Bed], template: '@for (one of beds; track one) {<app-bed />}<b (click)="bed.dig()">dig</b><i (click)="bed.dig()">dig too</i>' })
export class App {
  beds = [1, 2];
  @ViewChild(Bed) bed!: Bed;
  rake() {
    this.bed.dig();
  }
}
`,
    'src/bed.ts': `import { Component } from '@angular/core';
@Component({ selector: 'app-bed', template: '{{ depth }}' })
export class Bed {
  depth = 1;
  dig() {
    this.depth++;
  }
}
`,
  };
  const after = becomes(sources, 'src/app.ts', 'one-of-many');
  expect(after).toContain(`import { Component, ViewChildren, QueryList } from '@angular/core';`);
  expect(after).toContain('  @ViewChildren(Bed) bed!: QueryList<Bed>;');
  expect(after).toContain('    this.bed.forEach((one) => one.dig());');
  expect(after.match(/\(click\)="digAll\(\)"/g)).toHaveLength(2);
  expect(after).toContain('  digAll(): void {\n    this.bed.forEach((one) => one.dig());\n  }\n}');
});

test('Angular: a stream that markup pushes to is set by a method of its service', () => {
  const sources = {
    'src/soil.ts': `import { Injectable } from '@angular/core';
import { BehaviorSubject } from 'rxjs';
@Injectable({ providedIn: 'root' })
export class Soil {
  readonly depth = new BehaviorSubject(1);

  dig() {
    this.depth.next(this.depth.value + 1);
  }
}
`,
    'src/app.ts': `import { Component, inject } from '@angular/core';
import { Soil } from './soil';
@Component({ selector: 'app-root', templateUrl: './app.html' })
export class App {
  soil = inject(Soil);
}
`,
    'src/app.html': `{{ soil.depth | async }}\n<b (click)="soil.dig()">dig</b>\n<b (click)="soil.depth.next(3)">deep</b>\n`,
  };
  expect(becomes(sources, 'src/app.html', 'outside-write')).toContain('(click)="soil.setDepth(3)"');
  expect(becomes(sources, 'src/soil.ts', 'outside-write')).toContain(
    `  }\n\n  setDepth(next: Parameters<Soil['depth']['next']>[0]): void {\n    this.depth.next(next);\n  }\n}`,
  );
});

describe('state that lives too high goes down', () => {
  const bed = (also: string, tag = '<app-bed [(depth)]="depth" />'): Record<string, string> => ({
    'package.json': '{"dependencies":{"@angular/core":"^20.0.0"}}',
    'src/main.ts': `import { bootstrapApplication } from '@angular/platform-browser';\nimport { App } from './app';\nbootstrapApplication(App);\n`,
    'src/deep.ts': 'export const DEEP = 3;\n',
    'src/app.ts': `import { Component, signal } from '@angular/core';
import { Bed } from './bed';
import { Pot } from './pot';
import { DEEP } from './deep';
@Component({ selector: 'app-root', imports: [Bed, Pot], template: '${tag}<app-pot />${also}' })
export class App {
  readonly depth = signal(DEEP);
}
`,
    'src/pot.ts': `import { Component } from '@angular/core';\n@Component({ selector: 'app-pot', template: 'pot' })\nexport class Pot {}\n`,
    'src/bed.ts': `import { Component, model } from '@angular/core';
@Component({ selector: 'app-bed', template: '<b (click)="depth.set(depth() + 1)">{{ depth() }}</b>' })
export class Bed {
  readonly depth = model.required<number>();
}
`,
  });

  test('in Angular, from a signal to the one child it is bound to both ways', () => {
    const app = becomes(bed(''), 'src/app.ts', 'high-home');
    expect(app).not.toMatch(/depth|signal|DEEP/);
    expect(app).toContain(`template: '<app-bed /><app-pot />'`);
    const below = becomes(bed(''), 'src/bed.ts', 'high-home');
    expect(below).toContain(`import { DEEP } from './deep';`);
    expect(below).toContain('  readonly depth = signal<number>(DEEP);');
  });

  test('not where it is given and heard apart', () => {
    expect(
      becomes(bed('', '<app-bed [depth]="depth()" (depthChange)="depth.set($event)" />'), 'src/app.ts', 'high-home'),
    ).toBe('App does not bind it both ways to Bed.');
  });

  test('in React, to whom it is passed', () => {
    const sources = highHome.examples.failing;
    const after = becomes(sources, 'src/App.jsx', 'high-home');
    expect(after).toContain('return <main><Fold /><Legend /></main>;');
    expect(after).toContain('const [open, onFold] = useState(false);');
  });
});
