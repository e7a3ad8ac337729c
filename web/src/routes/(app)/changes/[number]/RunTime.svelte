<script lang="ts">
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import { preferences } from '$lib/state/preferences.svelte';
  import { fieldOf, instantOf } from '$lib/text/moment';

  interface Props {
    number: number;
    onat: (at: string) => void;
    onno: () => void;
  }

  let { number, onat, onno }: Props = $props();
  const zone = preferences.zone;

  /** The next night, at two. */
  function tonight(): string {
    const at = new Date(Date.now() + 22 * 3_600_000);
    return `${fieldOf(at.toISOString(), zone).slice(0, 10)}T02:00`;
  }

  let field = $state(tonight());
  const at = $derived(instantOf(field, zone));
  const isToCome = $derived(at !== undefined && Date.parse(at) > Date.now());

  function send(event: SubmitEvent) {
    event.preventDefault();
    if (at && isToCome) onat(at);
  }
</script>

<Dialog title="Run C-{number} at a time" oncancel={onno}>
  <form class="mt-2" onsubmit={send}>
    <label class="block font-semibold">
      When, {zone === 'UTC' ? 'UTC' : 'your own time'}
      <!-- svelte-ignore a11y_autofocus -->
      <input class="input mt-1 w-60" type="datetime-local" required bind:value={field} autofocus />
    </label>
    {#if !isToCome}<p class="text-error mt-1">That moment is over already.</p>{/if}
    <p class="mt-3 max-w-md">
      It begins then by itself. If a freeze holds a device, or one is not as it was previewed, nothing is
      written, and the change says why.
    </p>
    <div class="mt-4 flex gap-2">
      <button class="btn btn-primary" disabled={!isToCome}>Run then</button>
      <button type="button" class="btn" onclick={onno}>Cancel</button>
    </div>
  </form>
</Dialog>
