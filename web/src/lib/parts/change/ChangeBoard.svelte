<script lang="ts">
  import type { ChangeRun } from '$lib/api/client';
  import { onMount } from 'svelte';
  import { columnsOf, nowText } from './boardCells';

  interface Props {
    run: ChangeRun;
    /** The device whose console is shown. */
    chosen: string | undefined;
    onchoose: (device: string) => void;
  }

  let { run, chosen, onchoose }: Props = $props();
  // Guards count down by the second.
  let now = $state(Date.now());
  onMount(() => {
    const timer = setInterval(() => (now = Date.now()), 1000);
    return () => clearInterval(timer);
  });
  const columns = $derived(columnsOf(run.devices));
</script>

<div class="panel overflow-x-auto">
  <table class="rows">
    <caption class="sr-only">Run {run.number}, device by device</caption>
    <thead>
      <tr>
        <th>Device</th>
        {#each columns as column (column.title)}<th class="text-center">{column.title}</th>{/each}
        <th>Now</th>
      </tr>
    </thead>
    <tbody>
      {#each run.devices as line (line.device)}
        <tr class={line.device === chosen ? 'bg-chosen' : ''}>
          <td>
            <button
              class="cursor-pointer font-semibold hover:underline"
              aria-pressed={line.device === chosen}
              onclick={() => onchoose(line.device)}>{line.device}</button
            >
          </td>
          {#each columns as column (column.title)}
            {@const cell = column.cell(line)}
            <td class="text-center"><span class="cell mono {cell.tone}">{cell.text}</span></td>
          {/each}
          <td class={line.state === 'STUCK' ? 'text-error font-semibold' : ''}>{nowText(line, now)}</td>
        </tr>
      {/each}
    </tbody>
  </table>
</div>

<style>
  .cell {
    display: inline-block;
    min-width: 54px;
    padding: 0 8px;
    border: 1px solid transparent;
    border-radius: 3px;
    font-weight: 600;
    line-height: 18px;
  }
  .done {
    background: var(--color-success);
    color: var(--color-success-content);
  }
  .failed {
    background: var(--color-error);
    color: var(--color-error-content);
  }
  .now {
    border-color: var(--act-text);
    color: var(--act-text);
  }
  .waits {
    background: var(--color-secondary);
    color: var(--color-secondary-content);
  }
  .none {
    color: var(--quiet);
  }
</style>
