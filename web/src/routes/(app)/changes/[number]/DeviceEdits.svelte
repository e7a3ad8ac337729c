<script lang="ts">
  import ScrolledText from '$lib/parts/form/ScrolledText.svelte';
  import type { ChangeEdit, DevicePreview } from '$lib/api/client';
  import { EDIT, remarkText } from '$lib/parts/change/changeText';
  import Confirm from '$lib/parts/form/Confirm.svelte';
  import { count } from '$lib/text/time';
  import When from '$lib/parts/form/When.svelte';
  import type { ChangePage } from './changePage.svelte';
  import LinesForm from './LinesForm.svelte';

  interface Props {
    opened: ChangePage;
    edits: readonly ChangeEdit[];
    misfits: DevicePreview['misfits'];
    breaches: DevicePreview['breaches'];
    remarks: DevicePreview['remarks'];
  }

  let { opened, edits, misfits, breaches, remarks }: Props = $props();
  let alters = $state.raw<ChangeEdit | undefined>();
  let leaves = $state.raw<ChangeEdit | undefined>();
  const of = (edit: ChangeEdit) => misfits.filter((misfit) => misfit.edit === edit.id);
</script>

<section class="panel min-w-0 p-4" aria-label="Edits">
  {#each breaches as breach (breach.standard + breach.tag)}
    <div role="alert" class="bg-removed mb-3 rounded px-3 py-2">
      <p>
        <b>{breach.binding === 'REFUSE' ? 'Refused' : breach.binding === 'WARN' ? 'Warning' : 'Advice'}</b>:
        <a class="underline" href="/standards/{encodeURIComponent(breach.standard)}">{breach.standard}</a>
        {breach.tag}. {breach.reason}
      </p>
      <ul class="mono">
        {#each breach.evidence as line, i (i)}<li class="whitespace-pre-wrap">{line}</li>{/each}
      </ul>
    </div>
  {/each}
  {#if remarks.length > 0}
    <h2>To know</h2>
    <ul class="mb-3 list-disc pl-5">
      {#each remarks as remark, i (i)}<li>{remarkText(remark)}</li>{/each}
    </ul>
  {/if}
  <h2>Edits, in this order</h2>
  {#each edits as edit (edit.id)}
    {@const wrong = of(edit)}
    <article class="border-base-300 mt-3 border-t pt-3">
      <div class="flex items-start gap-2">
        <p class="grow">
          <strong>{EDIT[edit.kind]}</strong>
          {#if edit.about}<span class="mono">{edit.about}</span>{/if}
          <span class="text-quiet">by {edit.madeBy}, <When at={edit.madeAt} /></span>
          {#if edit.leftOut > 0}<span class="text-quiet">· {edit.leftOut} left out</span>{/if}
        </p>
        {#if opened.mayEdit}
          {#if edit.kind === 'LINES'}
            <button class="btn btn-sm" onclick={() => (alters = edit)}>Change…</button>
          {/if}
          <button class="btn btn-sm" onclick={() => (leaves = edit)}>Remove…</button>
        {/if}
      </div>
      {#if edit.note}<p>{edit.note}</p>{/if}
      {#if edit.lines.length > 0}
        <ScrolledText label="As typed" text={edit.lines.join('\n')} wraps class="mt-1 max-h-40" />
      {/if}
      {#if wrong.length > 0}
        <div role="alert" class="bg-removed mt-2 rounded px-3 py-2">
          <ul>
            {#each wrong as misfit, i (i)}
              <li>
                {misfit.line === undefined ? '' : `Line ${misfit.line + 1}: `}{misfit.message}
                {#if misfit.found}<span class="text-quiet">Now: <span class="mono">{misfit.found}</span></span
                  >{/if}
              </li>
            {/each}
          </ul>
          {#if opened.mayEdit && wrong.some((misfit) => misfit.mayLeaveOut)}
            <button class="btn btn-sm mt-2" onclick={() => opened.leaveOut(edit.id)}
              >Leave these as they are</button
            >
          {/if}
        </div>
      {/if}
    </article>
  {/each}
</section>

{#if leaves && opened.change}
  {@const edit = leaves}
  <Confirm
    title="Remove this edit of {edit.device} from C-{opened.change.number}?"
    yes="Remove the edit"
    isFinal
    onyes={() => {
      opened.removeEdit(edit.id);
      leaves = undefined;
    }}
    onno={() => (leaves = undefined)}
  >
    {edit.lines.length > 0 ? `Its ${count(edit.lines.length, 'line')} are not kept.` : 'It is not kept.'}
  </Confirm>
{/if}

{#if alters && opened.change}
  <LinesForm
    change={opened.change.number}
    device={alters.device}
    edit={alters}
    onclose={() => {
      alters = undefined;
      opened.doing.load();
    }}
  />
{/if}
