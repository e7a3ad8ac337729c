<script lang="ts">
  import type { HistoryRow } from '$lib/api/client';
  import LineCounts from '$lib/parts/change/LineCounts.svelte';
  import When from '$lib/parts/form/When.svelte';
  import Who from '$lib/parts/history/Who.svelte';
  import { count } from '$lib/text/time';
  import type { HistoryState } from './historyState.svelte';
  import { isOfThePast, isPlanned, keyOf, KIND_WORDS, pathOf, wantsAccount, whatText } from './historyView';

  interface Props {
    history: HistoryState;
    mayAccount: boolean;
  }

  let { history, mayAccount }: Props = $props();
  const hasGroups = $derived(history.view.group !== '');
  const columns = $derived(mayAccount ? 9 : 8);

  function into(row: HistoryRow) {
    return (element: HTMLElement) => {
      if (row === history.cursor) element.scrollIntoView({ block: 'nearest' });
    };
  }
</script>

<div class="panel overflow-x-auto">
  <table class="rows">
    <thead>
      <tr>
        {#if mayAccount}<th><span class="sr-only">Chosen</span></th>{/if}
        <th>When</th><th>Device</th><th class="hidden xl:table-cell">Site</th><th>What</th><th
          ><span class="sr-only">Kind</span></th
        ><th>Lines</th><th>Who</th><th>Accounted for</th>
      </tr>
    </thead>
    <tbody>
      {#each history.groups as group (group.key)}
        {#if hasGroups && history.view.group !== 'edit'}
          <tr class="bg-base-200">
            <th colspan={columns} class="text-left font-semibold" scope="rowgroup">
              {group.label}
              <span class="text-quiet font-normal"
                >{count(group.rows.length, 'change')}{history.view.group !== 'device'
                  ? ` on ${count(new Set(group.rows.map((row) => row.device)).size, 'device')}`
                  : ''}</span
              >
            </th>
          </tr>
        {/if}
        {#each history.visible(group) as row, i (keyOf(row))}
          <tr
            class={['cursor-pointer', row === history.cursor && 'bg-chosen']}
            aria-current={row === history.cursor ? 'true' : undefined}
            onclick={() => history.stand(row)}
            {@attach into(row)}
          >
            {#if mayAccount}
              <td>
                {#if wantsAccount(row)}<input
                    type="checkbox"
                    class="checkbox checkbox-sm"
                    checked={history.isChosen(row)}
                    aria-label="Choose {row.device} {row.number}"
                    onchange={() => history.choose(row)}
                  />{/if}
              </td>
            {/if}
            <td class="whitespace-nowrap"><When at={row.at} /></td>
            <td class="whitespace-nowrap"
              ><a class="font-semibold" href={pathOf(row)}>{row.device}</a>
              {#if history.view.group === 'edit' && i === 0 && group.rows.length > 1}
                <button
                  class="chip ml-1 h-[24px] cursor-pointer px-1.5"
                  aria-expanded={!history.isFolded(group)}
                  title={group.rows.map((each) => each.device).join(', ')}
                  onclick={() => history.unfold(group)}>+ {group.rows.length - 1}</button
                >
              {/if}</td
            >
            <td class="text-quiet hidden max-w-28 truncate xl:table-cell">{row.site || '—'}</td>
            <td class="w-full max-w-0 min-w-48">
              {#if row.id > 0}
                <button
                  class="mono block max-w-full cursor-pointer truncate text-left"
                  aria-expanded={history.open === row}
                  title={whatText(row)}
                  onclick={() => history.compare(row)}>{whatText(row) || `revision ${row.number}`}</button
                >
              {:else}<span class="block truncate" title={whatText(row)}>{whatText(row)}</span>{/if}
            </td>
            <td class="text-quiet whitespace-nowrap">{row.kind === 'RUNNING' ? '' : KIND_WORDS[row.kind]}</td>
            <td
              >{#if !row.event}<LineCounts counts={row} />{/if}</td
            >
            <td class="max-w-40 truncate xl:max-w-56 2xl:max-w-96">
              {#if row.change}<a class="mr-1.5 underline" href="/changes/{row.change}">C-{row.change}</a>
              {:else if row.rollout}<a class="mr-1.5 underline" href="/rollouts/{row.rollout}"
                  >rollout {row.rollout}</a
                >
              {/if}<Who who={row.who} />
            </td>
            <td class="max-w-40 truncate">
              {#if isPlanned(row)}<span class="text-quiet">planned here</span>
              {:else if isOfThePast(row)}<span class="text-quiet"
                  >{row.origin === 'FIRST_COPY' ? 'first copy' : 'brought in'}</span
                >
              {:else if row.accounted}<span
                  class="line-clamp-2"
                  title="{row.accounted.by}: {row.accounted.note}"
                  >{row.accounted.note || 'yes'} <span class="text-quiet">{row.accounted.by}</span></span
                >
              {:else if wantsAccount(row)}<span class="text-error">open</span>{/if}
            </td>
          </tr>
        {/each}
      {/each}
    </tbody>
  </table>
</div>
