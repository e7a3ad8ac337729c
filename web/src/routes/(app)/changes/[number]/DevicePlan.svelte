<script lang="ts">
  import { onMount } from 'svelte';
  import CompareTable from '$lib/parts/compare/CompareTable.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { address } from '$lib/state/address.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import type { Told } from './told';

  interface Props {
    device: string;
    /** Beside its name. */
    from: string;
    told: () => Promise<Told>;
  }

  let { device, from, told }: Props = $props();
  const answer = new Latest<Told>();

  const VIEWS = [
    { key: 'commands', word: 'Commands' },
    { key: 'difference', word: 'Difference' },
    { key: 'undo', word: 'Undo' }
  ];
  const view = $derived(address.params.get('view') ?? 'commands');
  const commands = $derived((view === 'undo' ? answer.value?.undo : answer.value?.commands) ?? []);

  onMount(() => {
    answer.ask(told());
  });
</script>

<section class="panel min-w-0" aria-label="What {device} is told">
  <header class="border-base-300 flex items-center gap-2 border-b px-4 py-2">
    <h2 class="grow truncate">
      {device}
      <span class="text-quiet font-normal">{from}</span>
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
  <ProblemNote problem={answer.problem} class="m-3" />
  {#if view === 'difference'}
    {#if answer.value}
      <CompareTable
        lines={answer.value.lines}
        layout="one"
        beforeTitle="before"
        afterTitle="after"
        onunfold={() => {}}
      />
    {/if}
  {:else if answer.value && commands.length === 0}
    <p class="text-quiet p-4">Nothing is sent: it stands already, or nothing of it fits.</p>
  {:else}
    <!-- A scrolling region must be reachable by keyboard (WCAG 2.1.1). -->
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <ol class="commands mono" tabindex="0">
      {#each commands as command, i (i)}
        <li class={command.kind}>{command.line}</li>
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
