<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type CaseRow } from '$lib/api/client';
  import CaseDialog from '$lib/parts/case/CaseDialog.svelte';
  import { isLate } from '$lib/parts/case/caseText';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { rowKeys } from '$lib/keys/rowKeys';
  import { address } from '$lib/state/address.svelte';
  import { clock } from '$lib/state/clock.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { live } from '$lib/state/live.svelte';
  import { preferences } from '$lib/state/preferences.svelte';
  import { session } from '$lib/state/session.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { fieldOf } from '$lib/text/moment';
  import { count } from '$lib/text/time';

  const SHOWN = [
    { show: '', word: 'Open' },
    { show: 'mine', word: 'Mine' },
    { show: 'settled', word: 'Settled' }
  ];
  const show = $derived(address.params.get('show') ?? '');
  const rows = new Latest<CaseRow[]>();
  let begins = $state(false);
  const today = $derived(fieldOf(new Date(clock.now).toISOString(), preferences.zone).slice(0, 10));

  const load = () => {
    const query = show === 'settled' ? { state: 'SETTLED' as const } : show === 'mine' ? { mine: true } : {};
    return rows.ask(need(api.GET('/api/cases', { params: { query } })));
  };
  whenever(() => show, load);

  onMount(() => {
    const ends = [
      live.on('fleet', load),
      keys.add([{ key: 'a', says: 'a new case', run: () => session.mayAccount && (begins = true) }])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Cases · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>Cases</h1>
    <p class="text-quiet">Findings, drifts, changes and devices that people see to together.</p>
  </div>
  <div class="join" role="group" aria-label="Which cases">
    {#each SHOWN as each (each.word)}
      <button
        class="btn join-item"
        aria-pressed={show === each.show}
        onclick={() => address.change({ show: each.show })}>{each.word}</button
      >
    {/each}
  </div>
  {#if session.mayAccount}
    <button class="btn btn-primary" onclick={() => (begins = true)}>New case… <kbd>a</kbd></button>
  {/if}
</div>
<ProblemNote problem={rows.problem} class="mt-3" />

{#if rows.value?.length === 0}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>{show === 'settled' ? 'None was settled yet' : 'No case is open'}</h2>
    <p class="mt-1">
      Findings, drifts and devices can be put into a case from their own pages, to ask a colleague to see to
      them.
    </p>
  </div>
{:else if rows.value}
  <div class="panel mt-3 overflow-x-auto">
    <table class="rows" {@attach rowKeys('case')}>
      <thead
        ><tr
          ><th>Case</th><th>Who sees to it</th><th>Due</th><th>In it</th><th>Opened</th><th>Last moved</th
          ></tr
        ></thead
      >
      <tbody>
        {#each rows.value as row (row.number)}
          {@const late = row.state === 'OPEN' && isLate(row.dueOn, today)}
          <tr>
            <th scope="row" class="w-full max-w-0 truncate"
              ><a class="hover:underline" href="/cases/{row.number}"
                ><span class="text-quiet font-normal">{row.number}</span> {row.title}</a
              ></th
            >
            <td>{row.people.join(', ') || '—'}</td>
            <td class={['whitespace-nowrap', late && 'text-error font-semibold']}
              >{row.dueOn ?? ''}{late ? ', late' : ''}</td
            >
            <td class="whitespace-nowrap"
              >{count(row.items, 'thing')}{row.messages > 0 ? `, ${count(row.messages, 'message')}` : ''}</td
            >
            <td class="whitespace-nowrap">{row.madeBy}, <When at={row.madeAt} /></td>
            <td class="whitespace-nowrap"><When at={row.movedAt} ago /></td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{:else if !rows.problem}<p class="text-quiet mt-3">Loading…</p>{/if}

{#if begins}<CaseDialog items={[]} ondone={() => (begins = false)} />{/if}
