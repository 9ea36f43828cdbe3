import { Component, OnInit } from '@angular/core';
import { Alarms } from './alarms.service';

@Component({ selector: 'alarm-bell', standalone: false, template: '<p>{{ left }} alarms left</p>' })
export class AlarmBell implements OnInit {
  left = 0;

  constructor(private readonly alarms: Alarms) {}

  // Subscribed to what outlives the bell, and never ended.
  ngOnInit(): void {
    this.alarms.left$.subscribe((left) => {
      this.left = left;
    });
  }
}
