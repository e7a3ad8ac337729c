<script lang="ts">
  import type { Clause } from '$lib/api/client';
  import Field from '$lib/parts/form/Field.svelte';

  let { clause = $bindable() }: { clause: Clause } = $props();
  const isRequired = $derived(clause.kind === 'REQUIRED');
</script>

<Field label="Statement" hint="A pattern, such as ^account guest">
  <input class="input mono w-full" maxlength="500" bind:value={clause.pattern} />
</Field>
<Field
  label="Below"
  hint={isRequired
    ? 'A pattern for the statement above: one in each of those; empty for once, anywhere.'
    : 'A pattern for the statement above; empty for anywhere.'}
>
  <input class="input mono w-full" maxlength="500" bind:value={clause.within} />
</Field>
{#if isRequired}
  <Field label="Repair" hint="The line that is put where none stands; empty if only people know it.">
    <input class="input mono w-full" maxlength="500" bind:value={clause.repair} />
  </Field>
{/if}
