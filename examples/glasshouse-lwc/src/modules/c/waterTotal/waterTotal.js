import { LightningElement } from 'lwc';
import { createMessageContext, subscribe } from 'lightning/messageService';
import WATERED from '@salesforce/messageChannel/Watered__c';

export default class WaterTotal extends LightningElement {
  total = 0;
  context = createMessageContext();

  connectedCallback() {
    subscribe(this.context, WATERED, (message) => {
      this.total += message.litres;
    });
  }
}
