<script>
  import { feed, stale } from './feed';

  // Taken once: it goes on saying what it said first.
  const first = $feed;
</script>

<p data-part="FeedNote">
  Read {$feed} minutes ago{$stale ? ', which is long' : ''}; {first} when the desk was opened.
  <button data-do="age" on:click={feed.age}>Age the feed</button>
</p>
