<script>
  import AlarmRow from './AlarmRow.svelte';
  import { acknowledge, alarms } from './alarms';

  export let units;
</script>

<ul data-part="AlarmStrip">
  {#each $alarms as alarm (alarm.id)}
    <AlarmRow {alarm} {units} on:seen={() => acknowledge(alarm.id)} />
  {/each}
</ul>
