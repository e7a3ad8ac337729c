<script lang="ts">
  import { page } from '$app/state';
  import StandardEditor from './StandardEditor.svelte';
</script>

{#key page.params.name}<StandardEditor name={page.params.name ?? ''} />{/key}
