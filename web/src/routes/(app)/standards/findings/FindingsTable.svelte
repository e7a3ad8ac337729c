<script lang="ts">
  import type { FindingRow } from '$lib/api/client';
  import When from '$lib/parts/form/When.svelte';
  import Who from '$lib/parts/history/Who.svelte';
  import { endedText, evidenceText, findingKey, SEVERITY, VERDICT } from '$lib/parts/standard/clauseText';
  import FindingLines from '$lib/parts/standard/FindingLines.svelte';
  import FindingNotes from '$lib/parts/standard/FindingNotes.svelte';
  import type { FindingsState } from '$lib/parts/standard/findings.svelte';

  interface Props {
    findings: FindingsState;
    mayAct: boolean;
  }

  let { findings, mayAct }: Props = $props();
  const isClosed = $derived(findings.asked.state === 'CLOSED');

  function into(row: FindingRow) {
    return (element: HTMLElement) => {
      if (row === findings.cursor) element.scrollIntoView({ block: 'nearest' });
    };
  }
</script>

<div class="panel overflow-x-auto">
  <table class="rows">
    <thead>
      <tr>
        {#if mayAct && !isClosed}<th><span class="sr-only">Chosen</span></th>{/if}
        <th>Severity</th><th>Clause</th><th>Device</th><th class="hidden xl:table-cell">Site</th><th
          >What stands</th
        ><th>Since</th>
        <th>Brought by</th>{#if isClosed}<th>Ended</th><th>How</th>{/if}
      </tr>
    </thead>
    <tbody>
      {#each findings.rows as row (findingKey(row))}
        {@const isOpen = findings.open === row}
        <tr
          class={['cursor-pointer', row === findings.cursor && 'bg-chosen']}
          aria-current={row === findings.cursor ? 'true' : undefined}
          onclick={() => findings.stand(row)}
          {@attach into(row)}
        >
          {#if mayAct && !isClosed}
            <td
              ><input
                type="checkbox"
                class="checkbox checkbox-sm"
                checked={findings.isChosen(row)}
                aria-label="Choose {row.device} {row.tag}"
                onchange={() => findings.choose(row)}
              /></td
            >
          {/if}
          <td class={row.severity === 'CRITICAL' ? 'text-error font-semibold' : ''}
            >{SEVERITY[row.severity]}</td
          >
          <td class="whitespace-nowrap"
            ><b title={row.standard}>{row.tag}</b>
            {#if !isClosed}<span class="text-quiet hidden xl:inline">{row.standard}</span>{/if}</td
          >
          <td class="whitespace-nowrap"
            ><a class="font-semibold" href="/devices/{encodeURIComponent(row.device)}/standards"
              >{row.device}</a
            ></td
          >
          <td class="text-quiet hidden max-w-28 truncate xl:table-cell">{row.site || '—'}</td>
          <td class="w-full max-w-0 min-w-48">
            <button
              class="mono block max-w-full cursor-pointer truncate text-left"
              aria-expanded={isOpen}
              onclick={() => findings.unfold(row)}
              >{row.kind === 'FAIL' ? '' : `${VERDICT[row.kind]}: `}{row.evidence[0]
                ? evidenceText(row.evidence[0])
                : ''}{row.evidence.length > 1 ? ` and ${row.evidence.length - 1} more` : ''}</button
            >
          </td>
          <td class="whitespace-nowrap"><When at={row.since} /></td>
          <td class="max-w-32 truncate xl:max-w-44"
            >{#if row.who}<Who who={row.who} />{:else}<span
                class="text-quiet"
                title="What departs stood before this clause was asked">stood before</span
              >{/if}</td
          >
          {#if isClosed}
            <td class="whitespace-nowrap"
              >{#if row.lastSeen}<When at={row.lastSeen} />{/if}</td
            >
            <td class="max-w-44 truncate" title={endedText(row)}>{endedText(row)}</td>
          {/if}
        </tr>
        {#if isOpen}
          <tr>
            <td></td>
            <td colspan="9" class="py-3">
              <div class="max-w-4xl">
                <FindingLines finding={row} />
                <p class="text-quiet mt-2">
                  {#if row.broughtBy}Brought with <a
                      class="underline"
                      href="/devices/{encodeURIComponent(row.device)}?kind=RUNNING&a={row.broughtBy}"
                      >revision {row.broughtBy}</a
                    >.{/if}
                  {#if row.lastSeen && !isClosed}Last seen <When at={row.lastSeen} ago />.{/if}
                  <a
                    class="underline"
                    href="/standards/findings?standard={encodeURIComponent(
                      row.standard
                    )}&tag={encodeURIComponent(row.tag)}">Where else?</a
                  >
                </p>
                <FindingNotes finding={row} />
              </div>
            </td>
          </tr>
        {/if}
      {/each}
    </tbody>
  </table>
</div>
