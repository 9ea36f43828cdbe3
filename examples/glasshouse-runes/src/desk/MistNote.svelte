<script>
  let last = $state('never');

  export function note(when) {
    last = when;
  }
</script>

<small data-part="MistNote">Last misted: {last}</small>
