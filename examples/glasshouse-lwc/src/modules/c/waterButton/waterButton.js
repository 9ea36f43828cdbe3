import { LightningElement, api, wire } from 'lwc';
import { MessageContext, publish } from 'lightning/messageService';
import WATERED from '@salesforce/messageChannel/Watered__c';

export default class WaterButton extends LightningElement {
  @api litres;
  @wire(MessageContext) context;

  water() {
    publish(this.context, WATERED, { litres: Number(this.litres) });
  }
}
