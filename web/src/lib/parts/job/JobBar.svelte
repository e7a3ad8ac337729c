<script lang="ts">
  import type { Job } from '$lib/api/client';

  let { job }: { job: Job } = $props();
  const total = $derived(Object.values(job.states).reduce((sum, lines) => sum + lines, 0));
  const parts = $derived([
    { state: 'done', lines: job.states.DONE ?? 0, colour: 'bg-success' },
    { state: 'failed', lines: job.states.FAILED ?? 0, colour: 'bg-error' },
    { state: 'stopped', lines: job.states.STOPPED ?? 0, colour: 'bg-info' },
    { state: 'in hand', lines: job.states.IN_HAND ?? 0, colour: 'bg-underline' }
  ]);
  const ended = $derived(total - (job.states.WAITING ?? 0) - (job.states.IN_HAND ?? 0));
</script>

<div
  class="bg-base-300 flex h-2 w-full overflow-hidden rounded-full"
  role="progressbar"
  aria-label={job.title}
  aria-valuenow={ended}
  aria-valuemin="0"
  aria-valuemax={total}
  aria-valuetext={parts.map((part) => `${part.lines} ${part.state}`).join(', ')}
>
  {#each parts as part (part.state)}
    <div class={part.colour} style:width="{(100 * part.lines) / Math.max(1, total)}%"></div>
  {/each}
</div>
