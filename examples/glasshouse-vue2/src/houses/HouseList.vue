<template>
  <nav>
    <button v-for="one in houses" :key="one.id" :disabled="one.id === picked" @click="$emit('open', one.id)">
      {{ one.name }}
    </button>
  </nav>
</template>

<script>
export default {
  name: 'HouseList',
  props: { houses: { type: Array, required: true }, picked: { type: String, required: true } },
};
</script>
