<script>
  import Panel from '../shared/Panel.svelte';
  import AmountField from './AmountField.svelte';
  import MistNote from './MistNote.svelte';
  import StaleNote from './StaleNote.svelte';

  export let house;
  let amount = 2;
  let mist;
</script>

<Panel title="Tonight">
  <small data-part="PlanForm" slot="head" let:folded>{folded ? 'folded' : house.name}</small>
  <AmountField bind:amount />
  <StaleNote {amount} />
  <p data-part="PlanForm">{amount} litres</p>
  <MistNote bind:this={mist} />
  <button data-do="mist" on:click={() => mist.note('now')}>Mist</button>
</Panel>
