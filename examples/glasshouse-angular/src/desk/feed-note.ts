import { AsyncPipe } from '@angular/common';
import { Component, inject } from '@angular/core';
import { Feed } from '../feed';

@Component({
  selector: 'feed-note',
  imports: [AsyncPipe],
  template: `<small [class.old]="feed.isOld$ | async">The feed is {{ feed.age$ | async }} days old</small>`,
})
export class FeedNote {
  readonly feed = inject(Feed);
}
