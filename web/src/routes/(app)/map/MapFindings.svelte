<script lang="ts">
  import type { FindingRow } from '$lib/api/client';
  import CaseButton from '$lib/parts/case/CaseButton.svelte';
  import { evidenceText, VERDICT } from '$lib/parts/standard/clauseText';

  interface Props {
    site: string;
    found: readonly FindingRow[];
    matching: number;
  }

  let { site, found, matching }: Props = $props();
  const SHOWN = 12;
  const items = $derived(
    found
      .filter((row) => row.kind === 'FAIL')
      .map(({ device, standard, tag }) => ({ kind: 'FINDING' as const, device, standard, tag }))
  );
</script>

<section class="panel p-3.5" aria-labelledby="found">
  <h2 id="found">
    <a class="hover:underline" href="/standards/findings?{new URLSearchParams({ site })}"
      >{matching === 1 ? '1 finding' : `${matching} findings`}</a
    >
  </h2>
  <ul class="mt-1">
    {#each found.slice(0, SHOWN) as row (`${row.standard} ${row.device} ${row.tag}`)}
      <li class="truncate" title={row.evidence[0] ? evidenceText(row.evidence[0]) : ''}>
        <a
          class="inline-block leading-[24px] hover:underline"
          href="/devices/{encodeURIComponent(row.device)}/standards"><b>{row.device}</b> {row.tag}</a
        >
        {#if row.kind !== 'FAIL'}<span class="text-quiet">{VERDICT[row.kind]}</span>{/if}
      </li>
    {:else}<li class="text-quiet">Every device keeps to all of its clauses.</li>{/each}
  </ul>
  {#if matching > SHOWN}<p class="text-quiet">and {matching - SHOWN} more</p>{/if}
  {#if items.length > 0}<div class="mt-2"><CaseButton {items} class="btn btn-sm" /></div>{/if}
</section>
