<script lang="ts">
  import type { Clause } from '$lib/api/client';
  import Field from '$lib/parts/form/Field.svelte';
  import { COMPARISON, comparisonsOf, CONDITION, VALUE_KIND } from '$lib/parts/standard/clauseText';

  let { clause = $bindable() }: { clause: Clause } = $props();
  const conditions = Object.entries(CONDITION) as [NonNullable<Clause['condition']>, string][];
  const valueKinds = Object.entries(VALUE_KIND) as [NonNullable<Clause['valueKind']>, string][];
  const condition = $derived(clause.condition ?? 'COMPARES');
  const valueKind = $derived(clause.valueKind ?? 'NUMBER');
  const comparisons = $derived(comparisonsOf(valueKind));

  function becomes(kind: NonNullable<Clause['valueKind']>) {
    clause.valueKind = kind;
    if (clause.comparison && !comparisonsOf(kind).includes(clause.comparison)) delete clause.comparison;
  }
</script>

<div class="grid grid-cols-2 gap-3">
  <Field label="Blocks" hint="A pattern, such as ^port">
    <input class="input mono w-full" maxlength="500" bind:value={clause.pattern} />
  </Field>
  <Field label="That hold" hint="A pattern; empty for all of them.">
    <input class="input mono w-full" maxlength="500" bind:value={clause.within} />
  </Field>
</div>
<div class="join" role="group" aria-label="Condition">
  {#each conditions as [each, word] (each)}
    <button
      class="btn btn-sm join-item"
      type="button"
      aria-pressed={condition === each}
      onclick={() => (clause.condition = each)}>{word}</button
    >
  {/each}
</div>
<Field
  label="Line"
  hint={condition === 'COMPARES' ? 'A pattern with a group around the value.' : 'A pattern.'}
>
  <input class="input mono w-full" maxlength="500" bind:value={clause.value} />
</Field>
{#if condition === 'COMPARES'}
  <div class="grid grid-cols-[1fr_1fr_1.4fr] gap-3">
    <Field label="The value is a">
      <select
        class="select w-full"
        value={valueKind}
        onchange={(event) => becomes(event.currentTarget.value as typeof valueKind)}
      >
        {#each valueKinds as [kind, word] (kind)}<option value={kind}>{word}</option>{/each}
      </select>
    </Field>
    <Field label="Is">
      <select class="select w-full" bind:value={clause.comparison}>
        {#each comparisons as comparison (comparison)}<option value={comparison}
            >{COMPARISON[comparison]}</option
          >{/each}
      </select>
    </Field>
    <Field label="Limit"><input class="input mono w-full" maxlength="500" bind:value={clause.limit} /></Field>
  </div>
{/if}
<Field label="Repair" hint="The line that is put where it does not hold; empty if only people know it.">
  <input class="input mono w-full" maxlength="500" bind:value={clause.repair} />
</Field>
