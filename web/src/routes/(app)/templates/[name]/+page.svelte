<script lang="ts">
  import { page } from '$app/state';
  import TemplateForm from './TemplateForm.svelte';
</script>

{#key page.params.name}<TemplateForm name={page.params.name ?? ''} />{/key}
