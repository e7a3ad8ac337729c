<script lang="ts">
  import { page } from '$app/state';
  import ChangeDetail from './ChangeDetail.svelte';
</script>

{#key page.params.number}<ChangeDetail number={Number(page.params.number)} />{/key}
