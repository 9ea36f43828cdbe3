<script>
  import Panel from '../shared/Panel.svelte';
  import AmountField from './AmountField.svelte';
  import MistNote from './MistNote.svelte';
  import StaleNote from './StaleNote.svelte';

  let { house } = $props();
  let amount = $state(2);
  let mist;
</script>

<Panel title="Tonight">
  {#snippet head(folded)}
    <small data-part="PlanForm">{folded ? 'folded' : house.name}</small>
  {/snippet}
  <AmountField bind:amount />
  <StaleNote {amount} />
  <p data-part="PlanForm">{amount} litres</p>
  <MistNote bind:this={mist} />
  <button data-do="mist" onclick={() => mist.note('now')}>Mist</button>
</Panel>
