import { LightningElement } from 'lwc';

export default class LampWall extends LightningElement {
  lamps = ['Left', 'Right'];
  flips = 0;

  lightOne() {
    this.template.querySelector('c-lamp-switch').light();
  }

  lightAll() {
    for (const lamp of this.template.querySelectorAll('c-lamp-switch')) lamp.light();
  }

  count() {
    this.flips += 1;
  }
}
