/** Sources in Angular that more than one rule shows as an example. */
import type { Examples } from '../rule';

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
