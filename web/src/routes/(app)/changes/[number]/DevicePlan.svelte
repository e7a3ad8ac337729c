<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type DevicePreview } from '$lib/api/client';
  import CompareTable from '$lib/parts/compare/CompareTable.svelte';
  import { linesOf, oneColumn, type Line } from '$lib/parts/compare/compareRows';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { address } from '$lib/state/address.svelte';
  import { Latest } from '$lib/state/latest.svelte';

  interface Props {
    number: number;
    device: DevicePreview;
  }

  let { number, device }: Props = $props();
  const lines = new Latest<Line[]>();

  const VIEWS = [
    { key: 'commands', word: 'Commands' },
    { key: 'difference', word: 'Difference' },
    { key: 'undo', word: 'Undo' }
  ];
  const view = $derived(address.params.get('view') ?? 'commands');
  const commands = $derived(view === 'undo' ? device.undo : device.commands);

  onMount(() => {
    const params = { path: { number, device: device.device } };
    lines.ask(
      need(api.GET('/api/changes/{number}/devices/{device}/comparison', { params })).then((compare) =>
        oneColumn(linesOf(compare))
      )
    );
  });
</script>

<section class="panel min-w-0" aria-label="What {device.device} will be told">
  <header class="border-base-300 flex items-center gap-2 border-b px-4 py-2">
    <h2 class="grow truncate">
      {device.device}
      <span class="text-quiet font-normal">from revision {device.baseRevision}</span>
    </h2>
    <div class="join" role="group" aria-label="How it is shown">
      {#each VIEWS as each (each.key)}
        <button
          class="btn btn-sm join-item"
          aria-pressed={view === each.key}
          onclick={() => address.change({ view: each.key === 'commands' ? '' : each.key })}
          >{each.word}</button
        >
      {/each}
    </div>
  </header>
  {#if view === 'difference'}
    <ProblemNote problem={lines.problem} class="m-3" />
    {#if lines.value}
      <CompareTable
        lines={lines.value}
        layout="one"
        beforeTitle="now"
        afterTitle="after"
        onunfold={() => {}}
      />
    {/if}
  {:else if commands.length === 0}
    <p class="text-quiet p-4">Nothing is sent: it stands already, or nothing of it fits.</p>
  {:else}
    <!-- A scrolling region must be reachable by keyboard (WCAG 2.1.1). -->
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <ol class="commands mono" tabindex="0">
      {#each commands as command, i (i)}
        <li class={command.kind.toLowerCase().replace('_', '-')}>{command.line}</li>
      {/each}
    </ol>
  {/if}
</section>

<style>
  .commands {
    max-height: 24rem;
    overflow: auto;
    padding: 8px 0;
  }
  .commands li {
    white-space: pre-wrap;
    padding: 0 16px;
  }
  .put {
    background: var(--added);
  }
  .remove {
    background: var(--removed);
  }
  .place {
    background: var(--modified);
  }
  .enter-block,
  .leave-block {
    color: var(--quiet);
  }
</style>
