<script setup>
import { computed, provide, reactive, ref } from 'vue';
import AlarmBell from './alarms/AlarmBell.vue';
import AlarmStrip from './alarms/AlarmStrip.vue';
import FeedNote from './desk/FeedNote.vue';
import OperatorBadge from './desk/OperatorBadge.vue';
import PlanForm from './desk/PlanForm.vue';
import TopBar from './desk/TopBar.vue';
import HouseList from './houses/HouseList.vue';
import HouseView from './houses/HouseView.vue';
import { OPERATOR } from './keys';
import { HOUSES } from './nursery';

const units = ref('celsius');
const houses = ref(HOUSES);
const picked = ref('north');
const operator = ref('Morning desk');
const feed = reactive({ age: 0 });
const house = computed(() => houses.value.find((one) => one.id === picked.value));

provide(OPERATOR, { operator, handOver: (to) => (operator.value = to) });
provide('feed', feed);

function vent(id) {
  houses.value = houses.value.map((one) => ({
    ...one,
    benches: one.benches.map((bench) => (bench.id === id ? { ...bench, open: !bench.open } : bench)),
  }));
}
</script>

<template>
  <main>
    <TopBar :units="units" @pick="units = $event" />
    <OperatorBadge />
    <AlarmBell />
    <AlarmStrip :units="units" />
    <HouseList :houses="houses" :picked="picked" @open="picked = $event" />
    <HouseView :house="house" :units="units" @vent="vent" />
    <PlanForm :house="house" />
    <FeedNote />
    <button @click="feed.age++">Age the feed</button>
    <grow-lamp title="above the door" />
  </main>
</template>
