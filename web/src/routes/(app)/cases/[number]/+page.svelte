<script lang="ts">
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import { api, need, type Case, type Person } from '$lib/api/client';
  import CaseFields from '$lib/parts/case/CaseFields.svelte';
  import { isLate } from '$lib/parts/case/caseText';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { clock } from '$lib/state/clock.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { live } from '$lib/state/live.svelte';
  import { preferences } from '$lib/state/preferences.svelte';
  import { regret } from '$lib/state/regret.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { fieldOf } from '$lib/text/moment';
  import CaseItems from './CaseItems.svelte';
  import Conversation from './Conversation.svelte';

  const number = $derived(Number(page.params.number ?? 0));
  const found = new Latest<Case>();
  const shown = $derived(found.value);
  const path = $derived({ params: { path: { number } } });
  let people = $state.raw<readonly Person[]>([]);
  let writes = $state(false);
  let about = $state({ title: '', people: [] as string[], dueOn: '' });
  const today = $derived(fieldOf(new Date(clock.now).toISOString(), preferences.zone).slice(0, 10));
  const late = $derived(shown?.state === 'OPEN' && isLate(shown.dueOn, today));

  const load = () => found.ask(need(api.GET('/api/cases/{number}', path)));
  whenever(() => number, load);
  const show = (next: Case) => found.ask(Promise.resolve(next));

  const settling = new Submission(async () => {
    const deed = shown?.state === 'OPEN' ? '/api/cases/{number}/settle' : '/api/cases/{number}/reopen';
    await show(await need(api.POST(deed, path)));
    if (deed.endsWith('settle'))
      regret.by(`Case ${number} is settled.`, async () => {
        await show(await need(api.POST('/api/cases/{number}/reopen', path)));
      });
  });

  function write() {
    if (!shown || !session.mayAccount) return;
    about = { title: shown.title, people: [...shown.people], dueOn: shown.dueOn ?? '' };
    writes = true;
  }

  const writing = new Submission(async () => {
    const { title, dueOn } = about;
    const body = { title, people: about.people, ...(dueOn ? { dueOn } : {}) };
    await show(await need(api.PUT('/api/cases/{number}', { ...path, body })));
    writes = false;
  });

  onMount(() => {
    need(api.GET('/api/people')).then((all) => (people = all));
    const ends = [
      live.on('fleet', load),
      keys.add([
        { key: 'e', says: 'write the case', run: write },
        {
          key: 's',
          says: 'settle it, or open it again',
          run: () => session.mayAccount && void settling.send()
        }
      ])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Case {number} · Chaperone</title></svelte:head>

<ProblemNote problem={found.problem ?? settling.problem} />
{#if shown}
  <div class="flex items-start gap-2">
    <div class="min-w-0 grow">
      <h1><span class="text-quiet font-normal">Case {number}</span> {shown.title}</h1>
      <p class="text-quiet">
        {#if shown.state === 'SETTLED'}settled by {shown.endedBy}
          {#if shown.endedAt}<When at={shown.endedAt} ago />{/if}{:else}
          {shown.people.join(', ') || 'nobody sees to it yet'}
          {#if shown.dueOn}<span class={late ? 'text-error font-semibold' : ''}
              >· due by the end of {shown.dueOn}{late ? ', late' : ''}</span
            >{/if}
        {/if}
        · opened by {shown.madeBy}
        <When at={shown.madeAt} ago />
      </p>
    </div>
    {#if session.mayAccount}
      <button class="btn" onclick={write}>Write… <kbd aria-hidden="true">e</kbd></button>
      <button class="btn btn-primary" disabled={settling.isSending} onclick={settling.send}
        >{shown.state === 'OPEN' ? 'Settle' : 'Open again'} <kbd aria-hidden="true">s</kbd></button
      >
    {/if}
  </div>
  <div class="mt-3 grid grid-cols-1 items-start gap-3 xl:grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)]">
    <CaseItems {number} items={shown.items} onchanged={show} />
    <Conversation {number} messages={shown.messages} {people} onchanged={show} />
  </div>
{:else if !found.problem}<p class="text-quiet">Loading…</p>{/if}

{#if writes}
  <Dialog title="Case {number}" oncancel={() => (writes = false)}>
    <form class="mt-2 grid gap-2" onsubmit={writing.submit}>
      <CaseFields
        bind:title={about.title}
        bind:people={about.people}
        bind:dueOn={about.dueOn}
        all={people}
        submission={writing}
      />
      <FormEnd submission={writing} send="Keep" oncancel={() => (writes = false)} />
    </form>
  </Dialog>
{/if}
