import { LightningElement, api } from 'lwc';

export default class WarmStrip extends LightningElement {
  @api rows;
  @api units;
}
