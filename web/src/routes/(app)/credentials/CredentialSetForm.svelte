<script lang="ts">
  import { untrack } from 'svelte';
  import { api, asProblem, need, type CredentialSet, type Problem } from '$lib/api/client';
  import ProblemNote from '$lib/parts/ProblemNote.svelte';

  interface Props {
    /** The set to change; a new one if there is none. */
    set?: CredentialSet;
    onsaved: () => void;
    onclose: () => void;
  }

  let { set, onsaved, onclose }: Props = $props();
  const given = untrack(() => set);
  let name = $state(given?.name ?? '');
  let account = $state(given?.account ?? '');
  let note = $state(given?.note ?? '');
  let password = $state('');
  let privileged = $state('');
  let problem = $state<Problem | undefined>();
  const hint = given ? 'unchanged if left empty' : '';

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const body = {
      name,
      account,
      note,
      password: password === '' ? undefined : password,
      privilegedPassword: privileged === '' ? undefined : privileged
    };
    try {
      if (given)
        await need(api.PUT('/api/credential-sets/{id}', { params: { path: { id: given.id } }, body }));
      else await need(api.POST('/api/credential-sets', { body }));
      onsaved();
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }
</script>

<form class="panel mt-4 grid max-w-3xl grid-cols-2 gap-x-4 gap-y-3 p-4" onsubmit={save}>
  <h2 class="col-span-2">{given ? `Change “${given.name}”` : 'New credential set'}</h2>
  <label>
    <span class="font-semibold">Name</span>
    <input
      class="input mt-1 w-full"
      bind:value={name}
      maxlength="60"
      required
      {@attach (input) => input.focus()}
    />
  </label>
  <label>
    <span class="font-semibold">Account on the devices</span>
    <input class="input mt-1 w-full" bind:value={account} maxlength="60" required autocomplete="off" />
  </label>
  <label>
    <span class="font-semibold">Password</span>
    <input
      class="input mt-1 w-full"
      type="password"
      bind:value={password}
      maxlength="200"
      required={!given}
      placeholder={hint}
      autocomplete="new-password"
    />
  </label>
  <label>
    <span class="font-semibold">Password of the privileged level</span>
    <input
      class="input mt-1 w-full"
      type="password"
      bind:value={privileged}
      maxlength="200"
      placeholder={hint}
      autocomplete="new-password"
    />
  </label>
  <label class="col-span-2">
    <span class="font-semibold">Note</span>
    <input class="input mt-1 w-full" bind:value={note} maxlength="500" />
  </label>
  {#if problem}<div class="col-span-2"><ProblemNote {problem} /></div>{/if}
  <div class="col-span-2 flex gap-2">
    <button class="btn btn-primary">Save</button>
    <button class="btn" type="button" onclick={onclose}>Cancel</button>
  </div>
</form>
