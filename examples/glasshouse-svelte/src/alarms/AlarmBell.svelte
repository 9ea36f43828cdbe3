<script>
  import { alarms } from './alarms';

  $: left = $alarms.filter((one) => !one.seen).length;
</script>

<p data-part="AlarmBell">{left} alarms</p>
