/** Events that templates only pass up, sent by a service that their home provides. */
import { patched } from '../../testing/planned';
import { surveyOf } from '../../testing/project';

/** A lever in a card in a list in a house in the application, all of which pass its event on. */
function house(changes: Record<string, string> = {}): Record<string, string> {
  const relay = (name: string, child: string, tag: string): string =>
    `import { Component, output } from '@angular/core';
import { ${child} } from './${child.toLowerCase()}';

@Component({
  selector: 'app-${name.toLowerCase()}',
  imports: [${child}],
  template: \`<app-${tag} (aired)="aired.emit($event)" />\`,
})
export class ${name} {
  readonly aired = output<Vent>();
}
`.replace("from '@angular/core';\n", "from '@angular/core';\nimport { Vent } from './vents/vent';\n");
  return {
    'package.json': '{"dependencies":{"@angular/core":"^20.0.0"}}',
    'src/vents/vent.ts': 'export interface Vent { id: string; }\n',
    'src/main.ts': `import { bootstrapApplication } from '@angular/platform-browser';\nimport { App } from './app';\nbootstrapApplication(App);\n`,
    'src/app.ts': `import { Component, signal } from '@angular/core';
import { House } from './house';

@Component({
  selector: 'app-root',
  imports: [House],
  template: '<app-house (aired)="air($event)" /> {{ last() }}',
})
export class App {
  readonly last = signal('');

  air(vent: { id: string }): void {
    this.last.set(vent.id);
  }
}
`,
    'src/house.ts': relay('House', 'List', 'list'),
    'src/list.ts': relay('List', 'Card', 'card'),
    'src/card.ts': relay('Card', 'Lever', 'lever'),
    'src/lever.ts': `import { Component, output } from '@angular/core';
import { Vent } from './vents/vent';

@Component({ selector: 'app-lever', template: '<button (click)="pull()">Air</button>' })
export class Lever {
  readonly aired = output<Vent>();
  pull(): void {
    this.aired.emit({ id: 'north' });
  }
}
`,
    ...changes,
  };
}

function mended(sources: Record<string, string>): { after: Record<string, string>; left: string[]; found: string[] } {
  const { patch, document } = surveyOf(sources).mends(({ rule }) => rule === 'relayed-event', {
    text: (path) => sources[path] ?? null,
  });
  return {
    after: patched(sources, patch),
    left: document.left.map(({ reason }) => reason),
    found: document.mends.flatMap(({ proof }) => proof.newFindings.map(({ rule }) => rule)),
  };
}

test('whoever sends injects the service, the home listens to it, and nobody between knows of it', () => {
  const { after, left, found } = mended(house());
  expect([left, found]).toEqual([[], []]);
  expect(after['src/aired-events.ts']).toBe(`import { Injectable } from '@angular/core';
import { Subject } from 'rxjs';
import { Vent } from './vents/vent';

@Injectable()
export class AiredEvents {
  readonly aired = new Subject<Vent>();
}
`);
  expect(after['src/app.ts']).toBe(`import { Component, signal, inject } from '@angular/core';
import { House } from './house';
import { AiredEvents } from './aired-events';

@Component({
  selector: 'app-root',
  providers: [AiredEvents],
  imports: [House],
  template: '<app-house /> {{ last() }}',
})
export class App {
  readonly last = signal('');

  constructor() {
    inject(AiredEvents).aired.subscribe((event) => this.air(event));
  }

  air(vent: { id: string }): void {
    this.last.set(vent.id);
  }
}
`);
  expect(after['src/lever.ts']).toContain('  protected readonly airedEvents = inject(AiredEvents);');
  expect(after['src/lever.ts']).toContain(`    this.airedEvents.aired.next({ id: 'north' });`);
  expect(after['src/lever.ts']).not.toContain('Vent } from');
  for (const relay of ['house', 'list', 'card']) expect(after[`src/${relay}.ts`]).not.toMatch(/aired|output|Vent/);
});

test('one that adds something to it sends it itself, in its markup', () => {
  const card = `import { Component, input, output } from '@angular/core';
import { Lever } from './lever';
import { Vent } from './vents/vent';

@Component({ selector: 'app-card', imports: [Lever], template: '<app-lever (aired)="aired.emit({ id: bench() })" />' })
export class Card {
  readonly bench = input('south');
  readonly aired = output<Vent>();
}
`;
  const { after, left } = mended(house({ 'src/card.ts': card }));
  expect(left).toEqual([]);
  expect(after['src/card.ts']).toContain('(aired)="airedEvents.aired.next({ id: bench() })"');
  expect(after['src/lever.ts']).toBeUndefined();
});

test('decorators, and a constructor that does something already', () => {
  const sources = house({
    'src/app.ts': `import { Component, signal } from '@angular/core';
import { House } from './house';
@Component({ selector: 'app-root', imports: [House], providers: [], template: '<app-house (aired)="last.set($event.id)" /> {{ last() }}' })
export class App {
  readonly last = signal('');
  constructor() {
    this.last.set('none');
  }
}
`,
    'src/lever.ts': `import { Component, EventEmitter, Output } from '@angular/core';
import { Vent } from './vents/vent';
@Component({ selector: 'app-lever', template: \`<button (click)="aired.emit({ id: 'north' })">Air</button>\` })
export class Lever {
  @Output() aired = new EventEmitter<Vent>();
}
`,
  });
  const { after, left } = mended(sources);
  expect(left).toEqual([]);
  expect(after['src/app.ts']).toContain(`    this.last.set('none');
    inject(AiredEvents).aired.subscribe((event) => this.last.set(event.id));
  }`);
  expect(after['src/lever.ts']).toContain(`(click)="airedEvents.aired.next({ id: 'north' })"`);
  expect(after['src/lever.ts']).toContain(`import { Component, inject } from '@angular/core';`);
});

test.each([
  [
    'one of them is rendered elsewhere too',
    {
      'src/app.ts': `import { Component, signal } from '@angular/core';
import { Card } from './card';
import { House } from './house';
@Component({ selector: 'app-root', imports: [House, Card], template: '<app-house (aired)="last.set($event.id)" /><app-card /> {{ last() }}' })
export class App { readonly last = signal(''); }
`,
    },
    'Card is also rendered where aired goes elsewhere.',
  ],
  [
    'the handler knows what only markup knows',
    {
      'src/app.ts': `import { Component, signal } from '@angular/core';
import { House } from './house';
@Component({ selector: 'app-root', imports: [House], template: '@for (one of all; track one) {<app-house (aired)="last.set(one + $event.id)" />} {{ last() }}' })
export class App { readonly last = signal(''); all = ['a']; }
`,
    },
    'App handles aired with what only its markup knows.',
  ],
  [
    'one of them passes it on without its value',
    {
      'src/list.ts': `import { Component, output } from '@angular/core';
import { Card } from './card';
import { Vent } from './vents/vent';
@Component({ selector: 'app-list', imports: [Card], template: '<app-card (aired)="aired.emit()" />' })
export class List { readonly aired = output<Vent>(); }
`,
    },
    'List passes aired on without its value.',
  ],
  [
    'the framework is too old',
    { 'package.json': '{"dependencies":{"@angular/core":"^12.0.0"}}' },
    'Its version of the framework, 12, has no inject() for members of a class.',
  ],
])('nothing is written where %s', (_what, changes, reason) => {
  const { after, left } = mended(house(changes));
  expect(Object.keys(after)).toEqual([]);
  expect(left).toEqual([reason]);
});
