<template>
  <p>The sensors were read {{ feed.age }} minutes ago.</p>
</template>

<script>
export default {
  name: 'FeedNote',
  inject: ['feed'],
};
</script>
