<script lang="ts">
  import { api, need, type LaterChange } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { count } from '$lib/text/time';
  import type { Later } from './changePage.svelte';

  interface Props {
    number: number;
    onback: (later: Later) => void;
    onno: () => void;
  }

  let { number, onback, onno }: Props = $props();
  const asked = new Latest<LaterChange[]>();
  // svelte-ignore state_referenced_locally
  asked.ask(need(api.GET('/api/changes/{number}/later', { params: { path: { number } } })));
  const all = $derived(asked.value ?? []);
  const shared = $derived(all.filter((each) => each.shared.length > 0));
  let later = $state<Later>('SAME_DEVICES');
  const shown = $derived(later === 'ALL' ? all : shared);

  function send(event: SubmitEvent) {
    event.preventDefault();
    onback(later);
  }
</script>

<Dialog title="Undo everything back to before C-{number}" oncancel={onno}>
  <form class="mt-2 w-[36rem] max-w-full" onsubmit={send}>
    <ProblemNote problem={asked.problem} />
    <fieldset class="grid gap-1">
      <legend class="sr-only">What is undone with it</legend>
      <label class="flex items-center gap-2">
        <input type="radio" class="radio radio-sm" value="SAME_DEVICES" bind:group={later} />
        C-{number} and what came later on its devices: {count(shared.length, 'change')}
      </label>
      <label class="flex items-center gap-2">
        <input type="radio" class="radio radio-sm" value="ALL" bind:group={later} />
        C-{number} and everything that came later: {count(all.length, 'change')}
      </label>
    </fieldset>
    {#if shown.length > 0}
      <div class="mt-3 max-h-72 overflow-y-auto">
        <table class="rows" aria-label="Changes that came later">
          <thead><tr><th>Change</th><th>On</th><th>Kept</th></tr></thead>
          <tbody>
            {#each shown as each (each.number)}
              <tr>
                <td><b>C-{each.number}</b> {each.title}</td>
                <td class="max-w-56 truncate">{(later === 'ALL' ? each.devices : each.shared).join(', ')}</td>
                <td class="whitespace-nowrap"><When at={each.endedAt} /></td>
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
    {:else if asked.value}
      <p class="text-quiet mt-3">Nothing came later: C-{number} alone is undone.</p>
    {/if}
    <p class="mt-3">
      It becomes a new change, the newest undone first. Its preview names what was altered since by others;
      nothing is sent before it is run.
    </p>
    <div class="mt-4 flex gap-2">
      <button class="btn btn-primary" disabled={!asked.value}>Make that change</button>
      <button type="button" class="btn" onclick={onno}>Cancel</button>
    </div>
  </form>
</Dialog>
