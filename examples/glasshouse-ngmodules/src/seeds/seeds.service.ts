import { Injectable } from '@angular/core';
import { BehaviorSubject } from 'rxjs';

@Injectable({ providedIn: 'root' })
export class Seeds {
  private seeds = ['fern'];
  readonly seeds$ = new BehaviorSubject(this.seeds);

  // Set, and nobody is told.
  sow(seed: string): void {
    this.seeds = [...this.seeds, seed];
  }

  clear(): void {
    this.seeds = [];
    this.seeds$.next(this.seeds);
  }
}
