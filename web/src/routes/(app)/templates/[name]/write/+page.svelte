<script lang="ts">
  import { page } from '$app/state';
  import TemplateEditor from './TemplateEditor.svelte';
</script>

{#key page.params.name}<TemplateEditor name={page.params.name ?? ''} />{/key}
