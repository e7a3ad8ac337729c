<script lang="ts">
  import type { Clause } from '$lib/api/client';
  import Field from '$lib/parts/form/Field.svelte';
  import { BINDING, COMPARISON, KIND } from '$lib/parts/standard/clauseText';
  import { session } from '$lib/state/session.svelte';

  interface Props {
    clause: Clause;
    platforms: readonly string[];
    ontakeout: () => void;
  }

  let { clause = $bindable(), platforms, ontakeout }: Props = $props();
  const kinds = Object.entries(KIND) as [Clause['kind'], string][];
  const bindings = Object.entries(BINDING) as [Clause['binding'], string][];
  const comparisons = Object.entries(COMPARISON) as [NonNullable<Clause['comparison']>, string][];
</script>

<fieldset class="panel mt-2 grid gap-3 p-4" disabled={!session.mayAct}>
  <legend class="sr-only">Clause {clause.tag}</legend>
  <div class="flex flex-wrap gap-2" role="group" aria-label="Kind">
    {#each kinds as [kind, word] (kind)}
      <button
        class="btn btn-sm"
        type="button"
        aria-pressed={clause.kind === kind}
        onclick={() => (clause.kind = kind)}>{word}</button
      >
    {/each}
  </div>
  <div class="grid grid-cols-2 gap-3">
    <Field label="Tag"><input class="input mono w-full" maxlength="20" bind:value={clause.tag} /></Field>
    <Field label="Platform">
      <select class="select w-full" bind:value={clause.platform}>
        {#each platforms as platform (platform)}<option>{platform}</option>{/each}
      </select>
    </Field>
  </div>
  {#if clause.kind === 'GOLDEN'}
    <Field label="Lines" hint={'At least these, as the device writes them; {{log}} is filled by each site.'}>
      <textarea
        class="textarea mono h-28 w-full"
        spellcheck="false"
        maxlength="20000"
        bind:value={clause.text}></textarea>
    </Field>
  {:else if clause.kind === 'FORBIDDEN'}
    <Field label="Statement" hint="A pattern, such as ^account guest">
      <input class="input mono w-full" maxlength="500" bind:value={clause.pattern} />
    </Field>
    <Field label="Below" hint="A pattern for the statement above; empty for anywhere.">
      <input class="input mono w-full" maxlength="500" bind:value={clause.within} />
    </Field>
  {:else}
    <div class="grid grid-cols-2 gap-3">
      <Field label="Blocks" hint="A pattern, such as ^port">
        <input class="input mono w-full" maxlength="500" bind:value={clause.pattern} />
      </Field>
      <Field label="That hold" hint="A pattern; empty for all of them.">
        <input class="input mono w-full" maxlength="500" bind:value={clause.within} />
      </Field>
      <Field label="Number" hint="A pattern with a group around it.">
        <input class="input mono w-full" maxlength="500" bind:value={clause.value} />
      </Field>
      <div class="grid grid-cols-2 gap-2">
        <Field label="Is">
          <select class="select w-full" bind:value={clause.comparison}>
            {#each comparisons as [comparison, word] (comparison)}<option value={comparison}>{word}</option
              >{/each}
          </select>
        </Field>
        <Field label="Limit"><input class="input w-full" type="number" bind:value={clause.limit} /></Field>
      </div>
    </div>
    <Field label="Repair" hint="The statement that is put where it does not hold.">
      <input class="input mono w-full" maxlength="500" bind:value={clause.repair} />
    </Field>
  {/if}
  <Field label="Asked of" hint="A query, such as site is Brackwater; empty for every device of the platform.">
    <input class="input mono w-full" maxlength="1000" bind:value={clause.scope} />
  </Field>
  <div>
    <p class="mb-1 font-semibold">A change that would break it</p>
    <div class="join" role="group" aria-label="A change that would break it">
      {#each bindings as [binding, word] (binding)}
        <button
          class="btn btn-sm join-item"
          type="button"
          aria-pressed={clause.binding === binding}
          onclick={() => (clause.binding = binding)}>{word}</button
        >
      {/each}
    </div>
  </div>
  <Field label="Why"><input class="input w-full" maxlength="500" bind:value={clause.reason} /></Field>
  <button class="btn btn-sm justify-self-end" type="button" onclick={ontakeout}>Remove this clause</button>
</fieldset>
