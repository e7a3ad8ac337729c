<script lang="ts">
  interface Step {
    state: string;
    fact: string;
    console: string;
    endedAt?: string;
  }

  interface Props {
    device: string;
    steps: readonly Step[];
    /** What each state is called. */
    words: Record<string, string>;
    /** Steps in which something is written: what one wants to read first. */
    writes: readonly string[];
  }

  let { device, steps, words, writes }: Props = $props();
  const isLive = $derived(steps.some((step) => !step.endedAt));
</script>

<section class="console" aria-label="Console of {device}">
  <header class="flex px-4 py-2">
    <h2 class="grow">Console of {device}</h2>
    {#if isLive}<span>live</span>{/if}
  </header>
  <!-- A scrolling region must be reachable by keyboard (WCAG 2.1.1). -->
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <div class="mono box" tabindex="0">
    {#each steps as step, i (i)}
      <details open={writes.includes(step.state) || !step.endedAt}>
        <summary>{words[step.state] ?? step.state.toLowerCase()}{step.fact ? `: ${step.fact}` : ''}</summary>
        {#if step.console}<pre class="whitespace-pre-wrap">{step.console}</pre>{/if}
      </details>
    {:else}<p>Nothing was said to it.</p>{/each}
  </div>
</section>

<style>
  .console {
    background: var(--color-neutral);
    color: var(--color-neutral-content);
    border-radius: var(--radius-box);
    min-width: 0;
  }
  .box {
    max-height: 24rem;
    overflow: auto;
    padding: 0 16px 12px;
  }
  summary {
    color: var(--color-accent);
    margin-top: 6px;
    cursor: pointer;
  }
</style>
