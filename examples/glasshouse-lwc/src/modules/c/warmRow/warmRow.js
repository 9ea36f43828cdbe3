import { LightningElement, api } from 'lwc';

export default class WarmRow extends LightningElement {
  @api name;
  @api warmth;
  @api units;
}
