import { ChangeDetectionStrategy, Component, Input } from '@angular/core';

@Component({
  selector: 'plant-list',
  standalone: false,
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '<p>{{ plants.join(", ") }}</p>',
})
export class PlantList {
  @Input() plants: string[] = [];
}
