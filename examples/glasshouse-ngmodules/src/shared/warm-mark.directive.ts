import { Directive, HostBinding, Input } from '@angular/core';

/** Marks what is warmer than it should be. */
@Directive({ selector: '[warmMark]', standalone: false })
export class WarmMark {
  @Input() warmMark = 0;

  @HostBinding('class.warm') get isWarm(): boolean {
    return this.warmMark > 25;
  }
}
