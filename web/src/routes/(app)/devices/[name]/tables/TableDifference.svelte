<script lang="ts">
  import ScrolledText from '$lib/parts/form/ScrolledText.svelte';
  import { api, need, type DeviceTable, type TableDifference } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { count } from '$lib/text/time';
  import { COLUMN, hasWords, SIGN } from './tableText';
  import { whenever } from '$lib/state/whenever.svelte';
  import { Latest } from '$lib/state/latest.svelte';

  interface Props {
    device: string;
    kind: DeviceTable['kind'];
    before: number;
    after: number;
    sought: string;
  }

  let { device, kind, before, after, sought }: Props = $props();
  const latest = new Latest<TableDifference>();
  const difference = $derived(latest.value);

  const rows = $derived(
    (difference?.rows ?? []).filter((row) => hasWords([...row.before, ...row.after], sought))
  );
  const all = $derived(difference ? difference.added + difference.removed + difference.altered : 0);

  whenever(
    () => ({ path: { name: device, kind }, query: { before, after } }),
    (params) => latest.ask(need(api.GET('/api/devices/{name}/tables/{kind}/difference', { params })))
  );
</script>

{#if latest.problem}<ProblemNote problem={latest.problem} class="mt-3" />
{:else if difference}
  <p class="mt-3" aria-live="polite">
    <span class="chip">+{difference.added} came</span>
    <span class="chip">−{difference.removed} went</span>
    <span class="chip">~{difference.altered} altered</span>
  </p>
  <ScrolledText label="What became of each row" class="panel mt-2">
    <table class="rows">
      <thead
        ><tr
          ><th class="w-8"><span class="sr-only">What became of it</span></th
          >{#each difference.columns as column (column)}<th>{COLUMN[column] ?? column}</th>{/each}</tr
        ></thead
      >
      <tbody>
        {#each rows as row, i (i)}
          {@const sign = SIGN[row.state]}
          <tr>
            <td class="text-center font-bold {sign.ink}" aria-label={sign.said}>{sign.shape}</td>
            {#each difference.columns as column, at (column)}
              {@const [old, now] = [row.before[at], row.after[at]]}
              <td class="mono">
                {#if old === undefined}<span class="bg-added px-1">{now}</span>
                {:else if now === undefined}<span class="bg-removed px-1">{old}</span>
                {:else if old === now}<span class="px-1">{now}</span>
                {:else}<del class="bg-removed px-1 no-underline">{old || 'nothing'}</del>
                  <span class="text-quiet">then</span>
                  <ins class="bg-added px-1 no-underline">{now || 'nothing'}</ins>{/if}
              </td>
            {/each}
          </tr>
        {:else}
          <tr
            ><td colspan={difference.columns.length + 1} class="py-6 text-center"
              >{all > 0 ? 'No row that differs has this.' : 'The rows are the same.'}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
  </ScrolledText>
  {#if all > difference.rows.length}
    <p class="text-quiet mt-2">
      The first {count(difference.rows.length, 'row')} of {count(all, 'row')} that differ.
    </p>
  {/if}
{/if}
