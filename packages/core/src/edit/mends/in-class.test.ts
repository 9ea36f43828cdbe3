/** Mends in classes of components: what they start is ended, what they hold is assigned anew. */
import { surveyOf } from '../../testing/project';
import { patched } from '../../testing/planned';

function becomes(sources: Record<string, string>, path: string, rule: string): string {
  const { patch, document } = surveyOf(sources).mends((finding) => finding.rule === rule, {
    text: (one) => sources[one] ?? null,
  });
  return patched(sources, patch)[path] ?? document.left.map(({ reason }) => reason).join(' ');
}

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
