import { Component, ContentChild, Input, TemplateRef } from '@angular/core';

@Component({
  selector: 'fold-panel',
  standalone: false,
  template: `
    <button (click)="folded = !folded">{{ folded ? 'Unfold' : 'Fold' }}</button>
    <ng-container *ngIf="!folded">
      <ng-container *ngTemplateOutlet="head; context: { $implicit: title }"></ng-container>
      <ng-content></ng-content>
    </ng-container>
  `,
})
export class FoldPanel {
  @Input() title = '';
  @ContentChild('head') head!: TemplateRef<{ $implicit: string }>;
  folded = false;
}
