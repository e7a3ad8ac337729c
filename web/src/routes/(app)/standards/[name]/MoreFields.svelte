<script lang="ts">
  import type { Clause } from '$lib/api/client';
  import Field from '$lib/parts/form/Field.svelte';
  import { SEVERITY } from '$lib/parts/standard/clauseText';

  let { clause = $bindable() }: { clause: Clause } = $props();
  const severities = Object.entries(SEVERITY) as [NonNullable<Clause['severity']>, string][];

  /** One a line. */
  const paragraphs = {
    get text() {
      return (clause.paragraphs ?? []).join('\n');
    },
    set text(typed: string) {
      const named = typed.split('\n').filter((each) => each.trim() !== '');
      if (named.length > 0) clause.paragraphs = named;
      else delete clause.paragraphs;
    }
  };
</script>

<div class="grid grid-cols-2 gap-3">
  <Field label="Severity">
    <select
      class="select w-full"
      value={clause.severity ?? 'MEDIUM'}
      onchange={(event) => (clause.severity = event.currentTarget.value as NonNullable<Clause['severity']>)}
    >
      {#each severities as [severity, word] (severity)}<option value={severity}>{word}</option>{/each}
    </select>
  </Field>
  <Field label="Group" hint="Such as logging.">
    <input class="input w-full" maxlength="60" bind:value={clause.group} />
  </Field>
</div>
{#if clause.kind !== 'KNOWN' && clause.kind !== 'ANSWER'}
  <label class="flex items-center gap-2">
    <input
      type="checkbox"
      checked={clause.byHand}
      onchange={(event) => (clause.byHand = event.currentTarget.checked)}
    />
    Only people mend it: no repair is worked out
  </label>
{/if}
<details>
  <summary class="cursor-pointer font-semibold">Own words, paragraphs of other standards</summary>
  <div class="mt-2 grid gap-3">
    <Field label="Said where it holds"
      ><input class="input w-full" maxlength="300" bind:value={clause.passed} /></Field
    >
    <Field label="Said where it fails"
      ><input class="input w-full" maxlength="300" bind:value={clause.failed} /></Field
    >
    <Field label="Helps to keep" hint="Paragraphs of somebody else's standard, one a line.">
      <textarea class="textarea h-16 w-full" bind:value={paragraphs.text}></textarea>
    </Field>
  </div>
</details>
