<script>
  import { getContext } from 'svelte';

  const operator = getContext('operator');
</script>

<p data-part="OperatorBadge">
  On duty: {$operator}
  <button data-do="hand over" on:click={() => ($operator = 'Night desk')}>Hand over</button>
</p>
