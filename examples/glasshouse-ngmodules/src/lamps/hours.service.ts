import { Injectable } from '@angular/core';

/** How long the lamps have been lit. */
@Injectable({ providedIn: 'root' })
export class Hours {
  hours = 0;

  add(): void {
    this.hours = this.hours + 1;
  }
}
