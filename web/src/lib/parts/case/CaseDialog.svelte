<script lang="ts">
  import { onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { api, need, type CaseItemInput, type CaseRow, type Person } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { regret } from '$lib/state/regret.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { count } from '$lib/text/time';
  import CaseFields from './CaseFields.svelte';
  import { itemTitle } from './caseText';

  interface Props {
    items: readonly CaseItemInput[];
    ondone: () => void;
  }

  let { items, ondone }: Props = $props();
  let open = $state.raw<readonly CaseRow[]>([]);
  let all = $state.raw<readonly Person[]>([]);
  /** The number of the case that it goes to; 0 for a new one. */
  let chosen = $state(0);
  let title = $state('');
  let people = $state<string[]>([]);
  let dueOn = $state('');
  let text = $state('');

  const doing = new Doing(async () => {
    [open, all] = await Promise.all([need(api.GET('/api/cases')), need(api.GET('/api/people'))]);
  });
  onMount(() => {
    doing.load();
  });

  const sending = new Submission(async () => {
    const wanted = [...items];
    const number = chosen || (await begin(wanted));
    if (chosen)
      await need(
        api.POST('/api/cases/{number}/items', { params: { path: { number } }, body: { items: wanted } })
      );
    regret.tell(`In case ${number}.`);
    ondone();
    if (!chosen) await goto(`/cases/${number}`);
  });

  async function begin(wanted: CaseItemInput[]): Promise<number> {
    const about = { title, people, ...(dueOn ? { dueOn } : {}) };
    const opened = await need(
      api.POST('/api/cases', { body: { about, items: wanted, ...(text.trim() ? { text } : {}) } })
    );
    return opened.number;
  }
</script>

<Dialog title="Into a case" oncancel={ondone}>
  <p class="text-quiet mt-1">
    {items.length === 1 ? itemTitle(items[0]!) : count(items.length, 'thing')}
  </p>
  <ProblemNote problem={doing.problem} class="mt-2" />
  <form class="mt-2 grid gap-2" onsubmit={sending.submit}>
    {#if open.length > 0}
      <Field label="Which case">
        <select class="select w-full" bind:value={chosen}>
          <option value={0}>a new one</option>
          {#each open as each (each.number)}<option value={each.number}>{each.number} · {each.title}</option
            >{/each}
        </select>
      </Field>
    {/if}
    {#if chosen === 0}
      <CaseFields bind:title bind:people bind:dueOn {all} submission={sending} />
      <Field label="A word about it" hint="@ and an account’s name tells them on their desk.">
        <textarea class="textarea w-full" rows="2" maxlength="4000" bind:value={text}></textarea>
      </Field>
    {/if}
    <FormEnd submission={sending} send={chosen === 0 ? 'Open the case' : 'Put it in'} oncancel={ondone} />
  </form>
</Dialog>
