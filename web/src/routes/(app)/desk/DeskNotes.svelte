<script lang="ts">
  import type { DeskNote } from '$lib/api/client';
  import When from '$lib/parts/form/When.svelte';
  import { notePath, notePlace } from './deskView';

  interface Props {
    notes: readonly DeskNote[];
  }

  let { notes }: Props = $props();
  const SHOWN = 5;
  let showsAll = $state(false);
  const shown = $derived(showsAll ? notes : notes.slice(0, SHOWN));
</script>

<section class="panel px-4 py-3" aria-label="Notes and mentions">
  <h2>Notes and mentions</h2>
  {#each shown as note, i (i)}
    <a
      class={[
        'border-base-300 block border-t py-1.5 first-of-type:border-t-0 hover:underline',
        note.isForMe && 'mine'
      ]}
      href={notePath(note)}
    >
      <span class="line-clamp-2 break-words" title={note.text}
        >{#if note.isForMe}<b class="text-act-text mr-1">For you:</b>{/if}{note.text}</span
      >
      <span class="text-quiet block text-[0.88rem]">{note.by}, {notePlace(note)}, <When at={note.at} /></span>
    </a>
  {:else}
    <p class="text-quiet">
      Nobody wrote anything in this time. A note that names somebody, like @r.anand, stands here for them.
    </p>
  {/each}
  {#if notes.length > shown.length}
    <button class="btn mt-1 h-7" onclick={() => (showsAll = true)}>{notes.length - shown.length} more</button>
  {/if}
</section>
