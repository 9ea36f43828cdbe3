<script>
  import { alarms } from './alarms.svelte.js';
</script>

<p data-part="AlarmBell">{alarms.left} alarms</p>
