import { bootstrapApplication } from '@angular/platform-browser';
import { App } from './app';

void bootstrapApplication(App);
