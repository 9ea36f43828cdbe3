import { platformBrowser } from '@angular/platform-browser';
import { AppModule } from './app.module';

void platformBrowser().bootstrapModule(AppModule);
