<script lang="ts">
  import ScrolledText from '$lib/parts/form/ScrolledText.svelte';
  import { api, need, type Clause } from '$lib/api/client';
  import Field from '$lib/parts/form/Field.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { CONDITION, TABLE } from '$lib/parts/standard/clauseText';
  import { Latest } from '$lib/state/latest.svelte';

  interface Props {
    clause: Clause;
    /** The sample on which clauses are tried; may be empty. */
    device: string;
    onasked: () => void;
  }

  let { clause = $bindable(), device, onasked }: Props = $props();
  const tables = Object.entries(TABLE) as [NonNullable<Clause['table']>, string][];
  const conditions = ['HAS_LINE', 'HAS_NO_LINE'] as const;
  const condition = $derived(clause.condition ?? 'HAS_LINE');
  const output = new Latest<{ lines: string[] }>();
  let asked = $state('');

  function asks(table: string) {
    if (table === '') delete clause.table;
    else {
      clause.table = table as NonNullable<Clause['table']>;
      delete clause.command;
    }
  }

  async function ask() {
    const command = clause.command ?? '';
    await output.ask(
      need(api.POST('/api/devices/{name}/output', { params: { path: { name: device } }, body: { command } }))
    );
    asked = `${device}: ${command}`;
    onasked();
  }
</script>

<Field label="What is asked">
  <select
    class="select w-full"
    value={clause.table ?? ''}
    onchange={(event) => asks(event.currentTarget.value)}
  >
    <option value="">a command</option>
    {#each tables as [table, word] (table)}<option value={table}>{word}</option>{/each}
  </select>
</Field>
{#if clause.table !== undefined && device !== ''}
  <p>
    <a class="underline" href="/devices/{encodeURIComponent(device)}/tables">What {device} showed last</a>
  </p>
{/if}
{#if clause.table === undefined}
  <div class="flex items-end gap-2">
    <div class="grow">
      <Field label="Command" hint="One that only reads; devices answer it at their next look.">
        <input class="input mono w-full" maxlength="200" bind:value={clause.command} />
      </Field>
    </div>
  </div>
  <div class="flex items-center gap-2">
    <button
      class="btn btn-sm"
      type="button"
      disabled={device === '' || !clause.command || output.isAwaited}
      onclick={ask}>{output.isAwaited ? 'Asking…' : `Ask ${device || 'the sample'} now`}</button
    >
    {#if device === ''}<span class="text-quiet">Name a sample device beside it.</span>{/if}
  </div>
  <ProblemNote problem={output.problem} />
  {#if output.value}
    <div>
      <p class="text-quiet">{asked}</p>
      <ScrolledText label="Answer" text={output.value.lines.join('\n')} class="max-h-48" />
    </div>
  {/if}
{/if}
<div class="join" role="group" aria-label="Condition">
  {#each conditions as each (each)}
    <button
      class="btn btn-sm join-item"
      type="button"
      aria-pressed={condition === each}
      onclick={() => (clause.condition = each)}>{CONDITION[each]}</button
    >
  {/each}
</div>
<Field
  label="Line"
  hint={clause.table
    ? 'A pattern for a row, its cells with blanks between.'
    : 'A pattern for one line of the answer.'}
>
  <input class="input mono w-full" maxlength="500" bind:value={clause.pattern} />
</Field>
