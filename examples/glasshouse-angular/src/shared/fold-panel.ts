import { Component, input, signal } from '@angular/core';

@Component({
  selector: 'fold-panel',
  template: `
    <section>
      <h3>{{ title() }}</h3>
      <button (click)="folded.set(!folded())">Fold</button>
      <div [hidden]="folded()"><ng-content /></div>
    </section>
  `,
})
export class FoldPanel {
  readonly title = input.required<string>();
  readonly folded = signal(false);
}
