import { Component, input, signal } from '@angular/core';
import { House } from '../nursery';
import { FoldPanel } from '../shared/fold-panel';
import { AmountField } from './amount-field';
import { NoteField } from './note-field';
import { StaleNote } from './stale-note';

@Component({
  selector: 'plan-form',
  imports: [AmountField, FoldPanel, NoteField, StaleNote],
  templateUrl: './plan-form.html',
})
export class PlanForm {
  readonly house = input.required<House>();
  readonly amount = signal(2);
  note = '';
}
