import { LightningElement, track, wire } from 'lwc';
import { MessageContext, subscribe } from 'lightning/messageService';
import WATERED from '@salesforce/messageChannel/Watered__c';

export default class WaterLog extends LightningElement {
  @track lines = [];
  @wire(MessageContext) context;

  connectedCallback() {
    subscribe(this.context, WATERED, (message) => {
      this.lines.push({ at: this.lines.length, litres: message.litres });
    });
  }
}
