<script>
  import { setContext } from 'svelte';
  import AlarmBell from './alarms/AlarmBell.svelte';
  import AlarmStrip from './alarms/AlarmStrip.svelte';
  import FeedNote from './desk/FeedNote.svelte';
  import OperatorBadge from './desk/OperatorBadge.svelte';
  import PlanForm from './desk/PlanForm.svelte';
  import TopBar from './desk/TopBar.svelte';
  import HouseList from './houses/HouseList.svelte';
  import HouseView from './houses/HouseView.svelte';
  import { HOUSES } from './nursery';

  let { nursery } = $props();

  let units = $state('celsius');
  let houses = $state(HOUSES);
  let picked = $state('north');
  let operator = $state('Morning desk');
  let house = $derived(houses.find((one) => one.id === picked));

  setContext('operator', {
    get operator() {
      return operator;
    },
    handOver(to) {
      operator = to;
    },
  });

  function vent(id) {
    for (const one of houses) for (const bench of one.benches) if (bench.id === id) bench.open = !bench.open;
  }
</script>

<main data-part="App">
  <h1>{nursery}</h1>
  <TopBar {units} onpick={(to) => (units = to)} />
  <OperatorBadge />
  <AlarmBell />
  <AlarmStrip {units} />
  <HouseList {houses} {picked} onopen={(id) => (picked = id)} />
  <HouseView {house} {units} onvent={vent} />
  <PlanForm {house} />
  <FeedNote />
</main>
