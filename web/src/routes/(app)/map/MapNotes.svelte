<script lang="ts">
  import { regret } from '$lib/state/regret.svelte';
  import { api, asProblem, need, type MapView, type Problem } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { session } from '$lib/state/session.svelte';

  import type { Spot } from './noteSpots';

  interface Props {
    notes: MapView['notes'];
    /** The place that was chosen, while its text is awaited. */
    asks: Spot | undefined;
    onpin: (text: string) => void;
    oncancel: () => void;
    onchanged: () => void;
  }

  let { notes, asks, onpin, oncancel, onchanged }: Props = $props();
  let text = $state('');
  let problem = $state<Problem | undefined>();

  async function act(what: () => Promise<unknown>) {
    try {
      await what();
      onchanged();
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  const seen = (id: number) =>
    act(() => need(api.POST('/api/map/notes/{id}/seen', { params: { path: { id } } })));
  const remove = (id: number) =>
    act(() => {
      const removed = need(api.DELETE('/api/map/notes/{id}', { params: { path: { id } } }));
      return regret.of('Took a note off the map.', removed, onchanged);
    });
</script>

<section class="panel p-3.5" aria-labelledby="notes">
  <h2 id="notes">Notes</h2>
  <ProblemNote {problem} />
  {#if asks}
    <form
      class="mt-1"
      onsubmit={(event) => {
        event.preventDefault();
        onpin(text);
        text = '';
      }}
    >
      <p class="text-quiet">{asks.pinnedTo ? `on ${asks.pinnedTo.name}` : 'on the drawing'}</p>
      <textarea
        class="textarea h-20 w-full"
        aria-label="Text of the note"
        bind:value={text}
        maxlength="1000"
        required
        onkeydown={(event) => event.key === 'Escape' && oncancel()}
        {@attach (area) => area.focus()}></textarea>
      <div class="mt-1 flex gap-2">
        <button class="btn btn-primary">Save</button>
        <button class="btn" type="button" onclick={oncancel}>Cancel</button>
      </div>
    </form>
  {/if}
  <ol class="mt-1 space-y-2">
    {#each notes as note, i (note.id)}
      <li>
        <p>
          <b>{i + 1}</b>
          {#if note.pinnedTo}<span class="text-quiet">{note.pinnedTo.name}:</span>{/if}
          {note.text}
          {#if note.isNew}<span class="tag">new</span>{/if}
        </p>
        <p class="text-quiet flex items-center gap-1">
          <span class="grow">{note.writtenBy}, <When at={note.writtenAt} /></span>
          {#if note.isNew}<button class="btn btn-ghost h-6 px-1.5" onclick={() => seen(note.id)}>Seen</button
            >{/if}
          {#if session.mayAct}<button
              class="btn btn-ghost h-6 px-1.5"
              aria-label="Remove note {i + 1}"
              onclick={() => remove(note.id)}>Remove</button
            >{/if}
        </p>
      </li>
    {:else}
      {#if !asks}<li class="text-quiet">Nothing is pinned to this drawing.</li>{/if}
    {/each}
  </ol>
</section>
