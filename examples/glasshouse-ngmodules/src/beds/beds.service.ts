import { Injectable } from '@angular/core';
import { BehaviorSubject } from 'rxjs';

export interface Bed {
  id: string;
  label: string;
  plants: string[];
  open: boolean;
}

@Injectable({ providedIn: 'root' })
export class Beds {
  private readonly beds = new BehaviorSubject<Bed[]>([
    { id: 'b1', label: 'First bed', plants: ['fern', 'moss'], open: true },
    { id: 'b2', label: 'Second bed', plants: ['cycad'], open: false },
  ]);
  readonly all$ = this.beds.asObservable();

  air(id: string): void {
    this.beds.next(this.beds.value.map((one) => (one.id === id ? { ...one, open: !one.open } : one)));
  }
}
