<script>
  import { createEventDispatcher } from 'svelte';
  import Gauge from '../shared/Gauge.svelte';

  export let alarm;
  export let units;
  const send = createEventDispatcher();
</script>

<li data-part="AlarmRow">
  {alarm.seen ? 'seen: ' : ''}{alarm.text}
  <Gauge warmth={alarm.warmth} scale={units} />
  <button data-do="seen {alarm.id}" on:click={() => send('seen')}>Acknowledge</button>
</li>
