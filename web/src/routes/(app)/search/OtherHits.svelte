<script lang="ts">
  import type { OtherFound } from '$lib/api/client';
  import When from '$lib/parts/form/When.svelte';
  import { rowKeys } from '$lib/keys/rowKeys';
  import { OTHER_WORDS, otherPath, otherText, otherWhat, rowsOf } from './otherHits';

  interface Props {
    found: readonly OtherFound[];
    isStale: boolean;
  }

  let { found, isStale }: Props = $props();
</script>

<div class={['mt-3 grid gap-3', isStale && 'opacity-60']}>
  {#each found as { kind, matching, hits } (kind)}
    <section class="panel overflow-x-auto">
      <h2 class="px-3 pt-2">
        {OTHER_WORDS[kind]}
        <span class="text-quiet font-normal"
          >{matching > hits.length
            ? `the first ${hits.length} of ${matching.toLocaleString('en-GB')}`
            : matching}</span
        >
      </h2>
      <table class="rows" {@attach rowKeys('hit')}>
        <thead><tr><th>What</th><th>Text</th><th>Device</th><th>When</th></tr></thead>
        <tbody>
          {#each rowsOf(hits) as { hit, devices }, i (i)}
            <tr>
              <td class="whitespace-nowrap">{otherWhat(kind, hit)}</td>
              <td class="w-1/2 max-w-0 truncate" title={otherText(hit)}>{otherText(hit)}</td>
              <td>
                <a class="inline-block min-h-[24px] leading-[24px]" href={otherPath(kind, hit)}
                  >{hit.device || 'the map'}</a
                >
                {#if devices.length > 1}
                  <a
                    class="text-quiet ml-2 inline-block min-h-[24px] leading-[24px] underline"
                    href="/fleet?{new URLSearchParams({ query: `name is ${devices.join(', ')}` })}"
                    >and {devices.length - 1} more</a
                  >
                {/if}
              </td>
              <td class="text-quiet whitespace-nowrap"
                >{#if hit.at}<When at={hit.at} />{/if}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    </section>
  {:else}
    <div class="panel max-w-2xl p-6">
      <h2>Nothing has it</h2>
      <p class="mt-1">No name, address, tag, fact, label, note or row of a table.</p>
    </div>
  {/each}
</div>
