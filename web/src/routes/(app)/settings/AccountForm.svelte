<script lang="ts">
  import FormEnd from '$lib/parts/form/FormEnd.svelte';
  import { untrack } from 'svelte';
  import { api, need, type Account } from '$lib/api/client';
  import Field from '$lib/parts/form/Field.svelte';
  import { ROLES, roleSays } from '$lib/text/role';
  import { Submission } from '$lib/state/submission.svelte';

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

  const saving = new Submission(async () => {
    if (given) {
      const body = { fullName, role, locked, password: password === '' ? undefined : password, tokensStay };
      await need(api.PUT('/api/accounts/{name}', { params: { path: { name: given.name } }, body }));
    } else await need(api.POST('/api/accounts', { body: { name, fullName, role, password } }));
    onsaved();
  });
</script>

<form class="panel mt-4 grid max-w-3xl grid-cols-2 gap-x-4 gap-y-3 p-4" onsubmit={saving.submit}>
  <h2 class="col-span-2">{given ? `Change ${given.name}` : 'New account'}</h2>
  {#if !given}
    <Field label="Account" error={saving.of('name')}>
      <input
        class="input mono w-full"
        bind:value={name}
        maxlength="40"
        required
        pattern="[a-z0-9]([a-z0-9._\-]*[a-z0-9])?"
        title="small letters, digits, dots and hyphens"
        autocomplete="off"
        {@attach (input) => input.focus()}
      />
    </Field>
  {/if}
  <Field label="Name" error={saving.of('fullName')}>
    <input class="input w-full" bind:value={fullName} maxlength="80" required autocomplete="off" />
  </Field>
  <Field label="Role">
    <select class="select w-full" bind:value={role}>
      {#each ROLES as each (each)}<option value={each}>{each.toLowerCase()}: {roleSays(each)}</option>{/each}
    </select>
  </Field>
  <Field label={given ? 'New password' : 'Password'} error={saving.of('password')}>
    <input
      class="input w-full"
      type="password"
      bind:value={password}
      minlength="12"
      maxlength="200"
      required={!given}
      placeholder={given ? 'unchanged if left empty' : '12 characters or more'}
      autocomplete="new-password"
    />
  </Field>
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
  <FormEnd submission={saving} send="Save" oncancel={onclose} class="col-span-2" />
</form>
