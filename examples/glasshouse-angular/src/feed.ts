import { Injectable } from '@angular/core';
import { BehaviorSubject, map } from 'rxjs';

/** How old the feed is, told to whoever subscribes. */
@Injectable({ providedIn: 'root' })
export class Feed {
  private readonly age = new BehaviorSubject(0);
  readonly age$ = this.age.asObservable();
  readonly isOld$ = this.age.pipe(map((age) => age > 3));

  grow(): void {
    this.age.next(this.age.value + 1);
  }
}
