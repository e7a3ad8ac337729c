<script lang="ts">
  import type { RunDevice } from '$lib/api/client';

  interface Props {
    line: RunDevice;
  }

  let { line }: Props = $props();
  const isLive = $derived(line.steps.some((step) => !step.endedAt));
</script>

<section class="console" aria-label="Console of {line.device}">
  <header class="flex px-4 py-2">
    <h2 class="grow">Console of {line.device}</h2>
    {#if isLive}<span>live</span>{/if}
  </header>
  <!-- A scrolling region must be reachable by keyboard (WCAG 2.1.1). -->
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <div class="mono box" tabindex="0">
    {#each line.steps as step, i (i)}
      <p class="step">{step.state.toLowerCase().replace('_', ' ')}{step.fact ? `: ${step.fact}` : ''}</p>
      {#if step.console}<pre class="whitespace-pre-wrap">{step.console}</pre>{/if}
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
  .step {
    color: var(--color-accent);
    margin-top: 6px;
  }
</style>
