<script>
  import { age, feed } from './feed.svelte.js';

  let stale = $derived(feed.minutes > 3);
</script>

<p data-part="FeedNote">
  Read {feed.minutes} minutes ago{stale ? ', which is long' : ''}.
  <button data-do="age" onclick={age}>Age the feed</button>
</p>
