import { Component, Input, OnInit } from '@angular/core';

@Component({ selector: 'stale-note', template: '<small>{{ kept }}</small>' })
export class StaleNote implements OnInit {
  @Input({ required: true }) note!: string;
  kept = '';

  // Taken as it comes, and never again.
  ngOnInit(): void {
    this.kept = this.note;
  }
}
