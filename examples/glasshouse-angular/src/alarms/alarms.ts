import { computed, Injectable, signal } from '@angular/core';

export interface Alarm {
  id: string;
  text: string;
  warmth: number;
  seen: boolean;
}

@Injectable({ providedIn: 'root' })
export class Alarms {
  readonly alarms = signal<Alarm[]>([
    { id: 'a1', text: 'North house too cold', warmth: 9, seen: false },
    { id: 'a2', text: 'Palm house too dry', warmth: 27, seen: false },
  ]);
  readonly left = computed(() => this.alarms().filter((one) => !one.seen).length);

  acknowledge(id: string): void {
    this.alarms.update((all) => all.map((one) => (one.id === id ? { ...one, seen: true } : one)));
  }
}
