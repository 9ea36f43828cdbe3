import { LightningElement, api } from 'lwc';

export default class SeedLabel extends LightningElement {
  @api text;
}
