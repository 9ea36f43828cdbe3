import { NgModule } from '@angular/core';
import { SharedModule } from '../shared/shared.module';
import { SeedForm } from './seed-form.component';
import { SeedShelf } from './seed-shelf.component';

@NgModule({ declarations: [SeedForm, SeedShelf], imports: [SharedModule], exports: [SeedShelf] })
export class SeedsModule {}
