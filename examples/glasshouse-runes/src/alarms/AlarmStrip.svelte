<script>
  import AlarmRow from './AlarmRow.svelte';
  import { alarms } from './alarms.svelte.js';

  let { units } = $props();
</script>

<ul data-part="AlarmStrip">
  {#each alarms.all as alarm (alarm.id)}
    <AlarmRow {alarm} {units} onseen={() => alarms.acknowledge(alarm.id)} />
  {/each}
</ul>
