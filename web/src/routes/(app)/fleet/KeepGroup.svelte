<script lang="ts">
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import { api, need, type Group } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import { count } from '$lib/text/time';
  import { Submission } from '$lib/state/submission.svelte';

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
  const same = $derived(groups.find((group) => group.name.toLowerCase() === name.trim().toLowerCase()));

  const keeping = new Submission(async () => {
    const params = { path: { name: name.trim() } };
    await need(api.PUT('/api/groups/{name}', { params, body: { query, note: note.trim() } }));
    ondone(name.trim());
  });
</script>

<Dialog title="Save as a group" {oncancel}>
  <form onsubmit={keeping.submit}>
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
        {same.name} means <span class="mono">{same.query}</span> today; saving replaces that wherever it is used.
      </p>{/if}
    <FormEnd
      submission={keeping}
      send={same ? 'Replace group' : 'Save group'}
      {oncancel}
      why={name.trim() === '' ? 'It needs a name.' : undefined}
      class="mt-5"
    />
  </form>
</Dialog>
