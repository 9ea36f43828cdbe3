<script>
  import { feed } from './feed';

  // Taken once: it goes on saying what it said first.
  const first = $feed;
</script>

<small data-part="FirstAge">{first} when the desk was opened</small>
