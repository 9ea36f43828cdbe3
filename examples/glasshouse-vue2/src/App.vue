<template>
  <main>
    <TopBar :units="units" @pick="units = $event" />
    <OperatorBadge />
    <AlarmBell />
    <AlarmStrip :units="units" />
    <HouseList :houses="houses" :picked="picked" @open="picked = $event" />
    <HouseView :house="house" :units="units" @vent="vent" />
    <PlanForm :house="house" />
    <MistCan />
    <grow-lamp title="above the door" />
  </main>
</template>

<script>
import AlarmBell from './alarms/AlarmBell.vue';
import AlarmStrip from './alarms/AlarmStrip.vue';
import MistCan from './desk/MistCan.vue';
import OperatorBadge from './desk/OperatorBadge.vue';
import PlanForm from './desk/PlanForm.vue';
import TopBar from './desk/TopBar.vue';
import HouseList from './houses/HouseList.vue';
import HouseView from './houses/HouseView.vue';
import { HOUSES } from './nursery';

export default {
  name: 'App',
  components: { AlarmBell, AlarmStrip, HouseList, HouseView, MistCan, OperatorBadge, PlanForm, TopBar },
  provide() {
    return { desk: this.desk, handOver: this.handOver };
  },
  data() {
    return {
      units: 'celsius',
      houses: HOUSES,
      picked: 'north',
      desk: { operator: 'Morning desk' },
    };
  },
  computed: {
    house() {
      return this.houses.find((one) => one.id === this.picked);
    },
  },
  methods: {
    handOver(to) {
      this.desk.operator = to;
    },
    vent(id) {
      this.houses = this.houses.map((one) => ({
        ...one,
        benches: one.benches.map((bench) => (bench.id === id ? { ...bench, open: !bench.open } : bench)),
      }));
    },
  },
};
</script>
