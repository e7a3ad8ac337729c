<script lang="ts">
  import { page } from '$app/state';
  import TemplateWriting from './TemplateWriting.svelte';
</script>

{#key page.params.name}<TemplateWriting name={page.params.name ?? ''} />{/key}
