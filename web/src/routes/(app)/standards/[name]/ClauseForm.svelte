<script lang="ts">
  import type { Clause } from '$lib/api/client';
  import Field from '$lib/parts/form/Field.svelte';
  import { BINDING, FACT, KIND } from '$lib/parts/standard/clauseText';
  import { session } from '$lib/state/session.svelte';
  import AnswerFields from './AnswerFields.svelte';
  import EachFields from './EachFields.svelte';
  import GoldenFields from './GoldenFields.svelte';
  import MoreFields from './MoreFields.svelte';
  import StatementFields from './StatementFields.svelte';

  interface Props {
    clause: Clause;
    platforms: readonly string[];
    device: string;
    ontakeout: () => void;
    onasked: () => void;
  }

  let { clause = $bindable(), platforms, device, ontakeout, onasked }: Props = $props();
  const kinds = Object.entries(KIND) as [Clause['kind'], string][];
  const bindings = Object.entries(BINDING) as [Clause['binding'], string][];
  const facts = Object.entries(FACT) as [NonNullable<Clause['fact']>, string][];
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
  {#if clause.kind === 'GOLDEN'}<GoldenFields bind:clause />
  {:else if clause.kind === 'FOR_EACH'}<EachFields bind:clause />
  {:else if clause.kind === 'ANSWER'}<AnswerFields bind:clause {device} {onasked} />
  {:else if clause.kind === 'KNOWN'}
    <Field label="What must be so">
      <select class="select w-full" bind:value={clause.fact}>
        {#each facts as [fact, word] (fact)}<option value={fact}>{word}</option>{/each}
      </select>
    </Field>
  {:else}<StatementFields bind:clause />{/if}
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
  <MoreFields bind:clause />
  <button class="btn btn-sm justify-self-end" type="button" onclick={ontakeout}>Remove this clause</button>
</fieldset>
