<script lang="ts">
  import { api, asProblem, need, type Group, type Problem } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { count } from '$lib/text/time';
  import { once } from '$lib/state/once';

  interface Props {
    query: string;
    matching: number;
    groups: readonly Group[];
    ondone: (name: string) => void;
    oncancel: () => void;
  }

  let { query, matching, groups, ondone, oncancel }: Props = $props();
  let name = $state('');
  let note = $state('');
  let problem = $state<Problem | undefined>();
  const same = $derived(groups.find((group) => group.name.toLowerCase() === name.trim().toLowerCase()));

  const keep = once(async () => {
    const params = { path: { name: name.trim() } };
    try {
      await need(api.PUT('/api/groups/{name}', { params, body: { query, note: note.trim() } }));
      ondone(name.trim());
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  });
</script>

<Dialog title="Keep as a group" {oncancel}>
  <form onsubmit={keep}>
    <p class="mono mt-2">{query}</p>
    <p class="text-quiet">
      means {count(matching, 'device')} now; whoever joins or leaves later follows by itself
    </p>
    <div class="mt-4 grid grid-cols-[80px_1fr] items-center gap-3">
      <label for="group-name">Name</label>
      <input
        id="group-name"
        class="input w-full"
        maxlength="60"
        required
        list="group-names"
        bind:value={name}
      />
      <datalist id="group-names"
        >{#each groups as group (group.name)}<option value={group.name}></option>{/each}</datalist
      >
      <label for="group-note">Note</label>
      <input id="group-note" class="input w-full" maxlength="500" bind:value={note} />
    </div>
    {#if same}<p class="text-warning mt-3">
        {same.name} means <span class="mono">{same.query}</span> today; keeping replaces that wherever it is used.
      </p>{/if}
    {#if problem}<div class="mt-3"><ProblemNote {problem} /></div>{/if}
    <div class="mt-5 flex gap-2">
      <button class="btn btn-primary" disabled={name.trim() === ''}>{same ? 'Replace' : 'Keep'} group</button>
      <button type="button" class="btn" onclick={oncancel}>Cancel</button>
    </div>
  </form>
</Dialog>
