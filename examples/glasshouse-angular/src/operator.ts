import { Injectable, signal } from '@angular/core';

/** Who is at the desk. */
@Injectable({ providedIn: 'root' })
export class Operator {
  readonly name = signal('Morning desk');

  handOver(to: string): void {
    this.name.set(to);
  }
}
