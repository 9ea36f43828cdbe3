<script>
  import Gauge from '../shared/Gauge.svelte';

  let { alarm, units, onseen } = $props();
</script>

<li data-part="AlarmRow">
  {alarm.seen ? 'seen: ' : ''}{alarm.text}
  <Gauge warmth={alarm.warmth} scale={units} />
  <button data-do="seen {alarm.id}" onclick={() => onseen()}>Acknowledge</button>
</li>
