<script lang="ts">
  import type { SiteAnswers } from '$lib/api/client';
  import { count } from '$lib/text/time';
  import { ASKED, cellOf } from './siteAnswers';

  interface Props {
    answers: readonly SiteAnswers[];
    devices: number;
  }

  let { answers, devices }: Props = $props();
  const HEADS = { KEPT: 'Kept', MATCHED: 'Matched', SOUND: 'Sound', CURRENT: 'Current' };
  const TONE = {
    no: 'text-error font-bold',
    attention: 'text-warning font-bold',
    unknown: 'text-quiet',
    none: ''
  };
</script>

<section class="panel" aria-label="Four questions by site">
  <h2 class="px-4 pt-3 pb-1">{count(devices, 'device')}, four questions</h2>
  <table class="w-full">
    <thead>
      <tr class="text-quiet text-[0.85rem]">
        <th class="px-4 py-1 text-left font-normal">Site</th>
        {#each ASKED as question (question)}<th class="px-1 font-normal">{HEADS[question]}</th>{/each}
      </tr>
    </thead>
    <tbody>
      {#each answers as row (row.site)}
        <tr class="border-base-300 border-t">
          <th class="max-w-28 truncate px-4 py-0.5 text-left font-normal" scope="row"
            ><a class="hover:underline" href="/fleet?{new URLSearchParams({ site: row.site })}"
              >{row.site || 'no site'}</a
            ></th
          >
          {#each ASKED as question (question)}
            {@const cell = cellOf(row, question)}
            <td class="text-center">
              {#if cell.path}<a
                  class={['inline-block min-w-6', TONE[cell.tone]]}
                  href={cell.path}
                  aria-label="{row.site}, {HEADS[question]}: {cell.text === '?' ? 'not known' : cell.text}"
                  >{cell.text}</a
                >{:else}<span class="text-quiet" aria-label="none">{cell.text}</span>{/if}
            </td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
</section>
