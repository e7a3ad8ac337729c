<script lang="ts">
  import { page } from '$app/state';
  import RolloutDetail from './RolloutDetail.svelte';
</script>

{#key page.params.number}<RolloutDetail number={Number(page.params.number)} />{/key}
