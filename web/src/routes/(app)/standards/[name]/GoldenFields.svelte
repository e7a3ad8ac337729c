<script lang="ts">
  import type { Clause } from '$lib/api/client';
  import Field from '$lib/parts/form/Field.svelte';
  import { MANNER, tidied } from '$lib/parts/standard/clauseText';

  let { clause = $bindable() }: { clause: Clause } = $props();
  const manners = Object.entries(MANNER) as [NonNullable<Clause['manner']>, string][];
  /** What is pasted into an empty field is tidied; into a text it goes as it is. */
  function paste(event: ClipboardEvent) {
    const pasted = event.clipboardData?.getData('text/plain');
    if (!pasted || clause.text?.trim()) return;
    event.preventDefault();
    clause.text = tidied(pasted);
  }
  const manner = $derived(clause.manner ?? 'AT_LEAST');
</script>

<Field label="Lines" hint={'As the device writes them; {{log}} is filled by each site.'}>
  <textarea
    class="textarea mono h-28 w-full"
    spellcheck="false"
    maxlength="20000"
    onpaste={paste}
    bind:value={clause.text}></textarea>
</Field>
<div class="join" role="group" aria-label="How they are held to">
  {#each manners as [each, word] (each)}
    <button
      class="btn btn-sm join-item"
      type="button"
      aria-pressed={manner === each}
      onclick={() => (clause.manner = each)}>{word}</button
    >
  {/each}
</div>
{#if manner === 'EXACT'}
  <Field
    label="And no other of these"
    hint="A pattern for lines at the top, such as ^log-server; in its blocks nothing else may stand anyhow."
  >
    <input class="input mono w-full" maxlength="500" bind:value={clause.pattern} />
  </Field>
{/if}
