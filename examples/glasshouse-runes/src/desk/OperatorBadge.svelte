<script>
  import { getContext } from 'svelte';

  const desk = getContext('operator');
</script>

<p data-part="OperatorBadge">
  On duty: {desk.operator}
  <button data-do="hand over" onclick={() => desk.handOver('Night desk')}>Hand over</button>
</p>
