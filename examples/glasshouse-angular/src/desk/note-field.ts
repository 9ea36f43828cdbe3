import { Component, EventEmitter, Input, Output } from '@angular/core';

@Component({
  selector: 'note-field',
  template: `<input #field [value]="note" (input)="noteChange.emit(field.value)" />`,
})
export class NoteField {
  @Input() note = '';
  @Output() noteChange = new EventEmitter<string>();
}
