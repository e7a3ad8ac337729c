<script lang="ts">
  import type { HistorySummary } from '$lib/api/client';
  import { count } from '$lib/text/time';

  interface Props {
    summary: HistorySummary | undefined;
    /** Whether another answer is on its way. */
    isAwaited: boolean;
  }

  let { summary, isAwaited }: Props = $props();
  const unseen = $derived((summary?.allDevices ?? 0) - (summary?.lookedAt ?? 0));
  const others = $derived(summary?.notLookedAt ?? []);
</script>

<p class="text-quiet" aria-busy={isAwaited}>
  {#if summary}
    <b class="text-base-content">{count(summary.matching, 'change')} on {count(summary.devices, 'device')}</b
    >{#if summary.notPlanned > 0}, of which
      <b class="text-error"
        >{summary.notPlanned} {summary.notPlanned === 1 ? 'was' : 'were'} not planned here</b
      >{/if}.
    {#if summary.open > 0}{count(summary.open, 'change')} nobody has accounted for.{:else if summary.notPlanned > 0}All
      is accounted for.{/if}
    {#if unseen > 0}
      <span title={others.join(', ')}
        >{count(unseen, 'device')} could not be looked at: {others.slice(0, 3).join(', ')}{unseen > 3
          ? ` and ${unseen - 3} more`
          : ''}.</span
      >
    {:else if summary.allDevices > 0}Every device was looked at.{/if}
  {:else}&nbsp;{/if}
</p>
