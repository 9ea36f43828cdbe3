import { LightningElement } from 'lwc';

export default class WaterDesk extends LightningElement {}
