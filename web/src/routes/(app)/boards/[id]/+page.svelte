<script lang="ts">
  import { onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { api, need, type Board, type BoardPart } from '$lib/api/client';
  import BoardPartView from '$lib/parts/board/BoardPartView.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { address } from '$lib/state/address.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { regret } from '$lib/state/regret.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import Compose from './Compose.svelte';

  const id = $derived(Number(page.params.id ?? 0));
  const path = $derived({ params: { path: { id } } });
  const found = new Latest<Board>();
  const board = $derived(found.value);
  const isWall = $derived(address.params.has('wall'));
  const composes = $derived(address.params.has('compose') && session.mayAccount && !isWall);
  const load = () => found.ask(need(api.GET('/api/boards/{id}', path)));
  whenever(() => id, load);

  let wanted: BoardPart[] = [];
  const keeping = new Submission(async () => {
    if (!board) return;
    const kept = await need(
      api.PUT('/api/boards/{id}', { ...path, body: { name: board.name, parts: wanted } })
    );
    await found.ask(Promise.resolve(kept));
  });
  const keep = (parts: BoardPart[]) => {
    wanted = parts;
    return keeping.send();
  };

  const removing = new Submission(async () => {
    await regret.of(`Removed the board ${board?.name}.`, need(api.DELETE('/api/boards/{id}', path)), () =>
      goto(`/boards/${id}`)
    );
    await goto('/boards');
  });

  /** The browser may refuse to fill the screen; the board fills its window all the same. */
  async function wall() {
    await address.change({ wall: isWall ? '' : '1', compose: '' });
    if (address.params.has('wall')) await document.documentElement.requestFullscreen().catch(() => undefined);
    else if (document.fullscreenElement) await document.exitFullscreen().catch(() => undefined);
  }

  onMount(() =>
    keys.add([
      { key: 'w', says: 'for a wall, or back', run: wall },
      { key: 'Escape', says: 'leave the wall', run: () => isWall && void wall() },
      {
        key: 'e',
        says: 'compose it',
        run: () => address.change({ compose: composes ? '' : '1' })
      }
    ])
  );
</script>

<svelte:head><title>{board?.name ?? 'Board'} · Chaperone</title></svelte:head>

<ProblemNote problem={found.problem ?? keeping.problem ?? removing.problem} />
{#if board}
  <div class={isWall ? 'wall' : ''}>
    <div class="flex items-start gap-2">
      <h1 class="grow">{board.name}</h1>
      {#if !isWall && session.mayAccount}
        <button class="btn" onclick={removing.send}>Remove</button>
        <button
          class="btn"
          aria-pressed={composes}
          onclick={() => address.change({ compose: composes ? '' : '1' })}
          >Compose <kbd aria-hidden="true">e</kbd></button
        >
      {/if}
      <button class={isWall ? 'btn btn-ghost' : 'btn btn-primary'} onclick={wall}
        >{isWall ? 'Leave the wall' : 'For a wall'} <kbd aria-hidden="true">w</kbd></button
      >
    </div>
    {#if composes}<Compose parts={board.parts} isSending={keeping.isSending} onkeep={keep} />{/if}
    {#if board.parts.length === 0 && !composes}
      <p class="panel mt-3 max-w-xl p-4">It has no parts yet: compose it.</p>
    {/if}
    <div class="parts mt-3">
      {#each board.parts as part, i (i)}
        <div class={['part', part.isWide && 'wide']}><BoardPartView {part} /></div>
      {/each}
    </div>
  </div>
{:else if !found.problem}<p class="text-quiet">Loading…</p>{/if}

<style>
  .parts {
    columns: 30rem 2;
    column-gap: 1rem;
  }
  .part {
    break-inside: avoid;
    margin-bottom: 1rem;
  }
  .wide {
    column-span: all;
  }
  .wall {
    padding: 0.5rem 1rem;
    font-size: clamp(1rem, 1.1vw, 1.6rem);
  }
</style>
