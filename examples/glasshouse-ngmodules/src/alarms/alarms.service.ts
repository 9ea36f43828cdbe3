import { Injectable } from '@angular/core';
import { BehaviorSubject, map } from 'rxjs';

export interface Alarm {
  id: string;
  text: string;
  warmth: number;
  seen: boolean;
}

@Injectable({ providedIn: 'root' })
export class Alarms {
  readonly all = new BehaviorSubject<Alarm[]>([
    { id: 'a1', text: 'North bench too cold', warmth: 9, seen: false },
    { id: 'a2', text: 'South bench too dry', warmth: 27, seen: false },
  ]);
  readonly left$ = this.all.pipe(map((all) => all.filter((one) => !one.seen).length));

  acknowledge(id: string): void {
    this.all.next(this.all.value.map((one) => (one.id === id ? { ...one, seen: true } : one)));
  }
}
