import { Component } from '@angular/core';

@Component({ selector: 'potting-desk', standalone: false, templateUrl: './app.component.html' })
export class App {
  units = 'celsius';
}
