<script lang="ts">
  import type { Compare } from '$lib/api/client';
  import { count } from '$lib/text/time';

  interface Props {
    counts: { added: number; modified: number; removed: number; moved: number };
    /** A comparison by lines also tells in how many places they differ. */
    lines: Compare | undefined;
  }

  let { counts, lines }: Props = $props();
  const number = (count: number) => count.toLocaleString('en-GB');
</script>

<span class="mono text-success text-[15px] font-bold">+{number(counts.added)} added</span>
<span class="mono text-warning text-[15px] font-bold">~{number(counts.modified)} modified</span>
<span class="mono text-error text-[15px] font-bold">−{number(counts.removed)} removed</span>
{#if counts.moved > 0}<span class="mono text-info text-[15px] font-bold">»{number(counts.moved)} moved</span
  >{/if}
{#if lines}
  <span class="text-quiet"
    >in {count(lines.counts.places, 'place')}{lines.isShortest
      ? ''
      : ' (more lines may be shown than needed)'}</span
  >
{/if}
