<script>
  import { setContext } from 'svelte';
  import { writable } from 'svelte/store';
  import AlarmBell from './alarms/AlarmBell.svelte';
  import AlarmStrip from './alarms/AlarmStrip.svelte';
  import FeedNote from './desk/FeedNote.svelte';
  import OperatorBadge from './desk/OperatorBadge.svelte';
  import PlanForm from './desk/PlanForm.svelte';
  import TopBar from './desk/TopBar.svelte';
  import HouseList from './houses/HouseList.svelte';
  import HouseView from './houses/HouseView.svelte';
  import { HOUSES } from './nursery';

  export let nursery;

  let units = 'celsius';
  let houses = HOUSES;
  let picked = 'north';
  const operator = writable('Morning desk');
  setContext('operator', operator);

  $: house = houses.find((one) => one.id === picked);

  function vent(event) {
    houses = houses.map((one) => ({
      ...one,
      benches: one.benches.map((bench) => (bench.id === event.detail ? { ...bench, open: !bench.open } : bench)),
    }));
  }
</script>

<main data-part="App">
  <h1>{nursery}</h1>
  <TopBar {units} on:pick={(event) => (units = event.detail)} />
  <OperatorBadge />
  <AlarmBell />
  <AlarmStrip {units} />
  <HouseList {houses} {picked} on:open={(event) => (picked = event.detail)} />
  <HouseView {house} {units} on:vent={vent} />
  <PlanForm {house} />
  <FeedNote />
</main>
