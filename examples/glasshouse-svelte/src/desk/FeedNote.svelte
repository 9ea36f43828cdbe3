<script>
  import { feed, stale } from './feed';
  import FirstAge from './FirstAge.svelte';
</script>

<p data-part="FeedNote">
  Read {$feed} minutes ago{$stale ? ', which is long' : ''}.
  <FirstAge />
  <button data-do="age" on:click={feed.age}>Age the feed</button>
</p>
