<script lang="ts">
  import { untrack } from 'svelte';
  import { api, asProblem, need, type Account, type Problem } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { ROLES, roleSays } from '$lib/text/role';
  import { once } from '$lib/state/once';

  interface Props {
    /** The account to change; a new one if there is none. */
    account?: Account;
    onsaved: () => void;
    onclose: () => void;
  }

  let { account, onsaved, onclose }: Props = $props();
  const given = untrack(() => account);
  let name = $state(given?.name ?? '');
  let fullName = $state(given?.fullName ?? '');
  let role = $state(given?.role ?? 'VIEWER');
  let locked = $state(given?.locked ?? false);
  let password = $state('');
  let tokensStay = $state(false);
  let problem = $state<Problem | undefined>();

  const save = once(async () => {
    try {
      if (given) {
        const body = { fullName, role, locked, password: password === '' ? undefined : password, tokensStay };
        await need(api.PUT('/api/accounts/{name}', { params: { path: { name: given.name } }, body }));
      } else await need(api.POST('/api/accounts', { body: { name, fullName, role, password } }));
      onsaved();
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  });
</script>

<form class="panel mt-4 grid max-w-3xl grid-cols-2 gap-x-4 gap-y-3 p-4" onsubmit={save}>
  <h2 class="col-span-2">{given ? `Change ${given.name}` : 'New account'}</h2>
  {#if !given}
    <label>
      <span class="font-semibold">Account</span>
      <input
        class="input mono mt-1 w-full"
        bind:value={name}
        maxlength="40"
        required
        pattern="[a-z0-9]([a-z0-9._\-]*[a-z0-9])?"
        title="small letters, digits, dots and hyphens"
        autocomplete="off"
        {@attach (input) => input.focus()}
      />
    </label>
  {/if}
  <label>
    <span class="font-semibold">Name</span>
    <input class="input mt-1 w-full" bind:value={fullName} maxlength="80" required autocomplete="off" />
  </label>
  <label>
    <span class="font-semibold">Role</span>
    <select class="select mt-1 w-full" bind:value={role}>
      {#each ROLES as each (each)}<option value={each}>{each.toLowerCase()}: {roleSays(each)}</option>{/each}
    </select>
  </label>
  <label>
    <span class="font-semibold">{given ? 'New password' : 'Password'}</span>
    <input
      class="input mt-1 w-full"
      type="password"
      bind:value={password}
      minlength="12"
      maxlength="200"
      required={!given}
      placeholder={given ? 'unchanged if left empty' : '12 characters or more'}
      autocomplete="new-password"
    />
  </label>
  {#if given && password !== ''}
    <label class="col-span-2 flex items-center gap-2">
      <input type="checkbox" class="checkbox" bind:checked={tokensStay} />
      <span>Let this account’s tokens go on. Left open, they end with the old password.</span>
    </label>
  {/if}
  {#if given}
    <label class="col-span-2 flex items-center gap-2">
      <input type="checkbox" class="checkbox" bind:checked={locked} />
      <span>Locked: cannot log in, and its tokens open nothing. Open sessions end at once.</span>
    </label>
  {/if}
  {#if problem}<div class="col-span-2"><ProblemNote {problem} /></div>{/if}
  <div class="col-span-2 flex gap-2">
    <button class="btn btn-primary">Save</button>
    <button class="btn" type="button" onclick={onclose}>Cancel</button>
  </div>
</form>
