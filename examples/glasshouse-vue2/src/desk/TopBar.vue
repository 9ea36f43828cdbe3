<template>
  <header>
    <h1>Glasshouse</h1>
    <UnitSwitch :units="units" v-on="$listeners" />
  </header>
</template>

<script>
import UnitSwitch from './UnitSwitch.vue';

export default {
  name: 'TopBar',
  components: { UnitSwitch },
  props: { units: { type: String, required: true } },
};
</script>
