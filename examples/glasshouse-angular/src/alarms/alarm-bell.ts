import { Component, inject, OnInit } from '@angular/core';
import { Alarms } from './alarms';

@Component({ selector: 'alarm-bell', template: '<p>{{ left }} alarms</p>' })
export class AlarmBell implements OnInit {
  private readonly store = inject(Alarms);
  left = 0;

  // Taken once: the bell goes on saying what it said first.
  ngOnInit(): void {
    this.left = this.store.left();
  }
}
