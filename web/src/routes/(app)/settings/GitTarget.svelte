<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type GitTarget } from '$lib/api/client';
  import Confirm from '$lib/parts/form/Confirm.svelte';
  import Field from '$lib/parts/form/Field.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { count } from '$lib/text/time';

  const kept = new Latest<GitTarget>();
  const view = $derived(kept.value);
  let on = $state(false);
  let address = $state('');
  let account = $state('');
  let way = $state<'password' | 'privateKey'>('password');
  let secret = $state('');
  let hostKey = $state('');
  let asksAnew = $state(false);

  const isSsh = $derived(address.trim().startsWith('ssh:'));
  const isSameAddress = $derived(address.trim() === view?.address);
  const secretHint = $derived(
    view?.secret !== 'NONE' && isSameAddress ? 'One is kept; leave this empty to keep it.' : undefined
  );

  async function load() {
    await kept.ask(need(api.GET('/api/git')));
    if (!kept.value) return;
    ({ on, address, account, hostKey } = kept.value);
    way = kept.value.secret === 'PRIVATE_KEY' ? 'privateKey' : 'password';
  }

  const saving = new Submission(async () => {
    const said = secret === '' ? {} : { [way]: secret };
    await need(api.PUT('/api/git', { body: { on, address: address.trim(), account, hostKey, ...said } }));
    secret = '';
    await load();
  });
  let isAnew = false;
  const updating = new Submission(async () => {
    await need(api.POST('/api/git/update', { params: { query: { anew: isAnew } } }));
    await load();
  });
  function update(anew: boolean) {
    isAnew = anew;
    asksAnew = false;
    void updating.send();
  }
  function trust() {
    hostKey = view?.seenKey ?? '';
    void saving.send().then(() => update(false));
  }

  onMount(load);
</script>

<section class="mt-6" aria-labelledby="git">
  <h2 id="git">The history as a Git repository</h2>
  <p class="text-quiet max-w-3xl">
    A commit for each revision, with who brought it, kept up to date once a minute. All secrets of the fleet
    stand in it as they are.
  </p>
  <ProblemNote problem={kept.problem ?? saving.problem ?? updating.problem} class="mt-2 max-w-3xl" />
  {#if view && !view.place}
    <p class="panel mt-2 max-w-3xl px-4 py-3">
      This server was started without a folder for it: set <span class="mono">CHAPERONE_GIT_FOLDER</span>.
    </p>
  {:else if view}
    <form class="panel mt-2 grid max-w-3xl grid-cols-2 gap-x-4 gap-y-2 px-4 py-3" onsubmit={saving.submit}>
      <label class="col-span-2 flex items-center gap-2">
        <input type="checkbox" class="checkbox checkbox-sm" bind:checked={on} />
        Keep it in <span class="mono">{view.place}</span> on the server
      </label>
      <Field
        label="Push it to"
        hint="ssh://host/path or https://host/path; empty for nowhere"
        error={saving.of('address')}
        class="col-span-2"
      >
        <input class="input mono w-full" maxlength="500" bind:value={address} spellcheck="false" />
      </Field>
      {#if address.trim() !== ''}
        <Field label="Account">
          <input class="input w-full" maxlength="100" bind:value={account} autocomplete="off" />
        </Field>
        {#if isSsh}
          <label>
            <span class="mb-1 block font-semibold">Proves itself by</span>
            <select class="select w-full" bind:value={way}>
              <option value="password">a password</option>
              <option value="privateKey">a private key</option>
            </select>
          </label>
        {/if}
        {#if isSsh && way === 'privateKey'}
          <Field
            label="Private key"
            hint={secretHint ?? 'As OpenSSH writes it, without a passphrase'}
            class="col-span-2"
          >
            <textarea
              class="textarea mono w-full"
              rows="3"
              maxlength="20000"
              spellcheck="false"
              bind:value={secret}></textarea>
          </Field>
        {:else}
          <Field label="Password or token" {...secretHint ? { hint: secretHint } : {}}>
            <input
              class="input w-full"
              type="password"
              maxlength="200"
              autocomplete="new-password"
              bind:value={secret}
            />
          </Field>
        {/if}
        {#if isSsh}
          <Field
            label="Its host key"
            hint="SHA256:…; empty shows the one that it has"
            error={saving.of('hostKey')}
            class="col-span-2"
          >
            <input class="input mono w-full" maxlength="100" bind:value={hostKey} spellcheck="false" />
          </Field>
        {/if}
      {/if}
      <div class="col-span-2 flex flex-wrap items-center gap-2">
        <button class="btn btn-primary" disabled={saving.isSending}>Save</button>
        <button
          class="btn"
          type="button"
          disabled={!view.on || updating.isSending}
          title={view.on ? undefined : 'Switch it on first.'}
          onclick={() => update(false)}>{updating.isSending ? 'Working…' : 'Bring up to date now'}</button
        >
        <button
          class="btn"
          type="button"
          disabled={!view.on || updating.isSending}
          onclick={() => (asksAnew = true)}>Write anew…</button
        >
      </div>
      <p class="text-quiet col-span-2" role="status">
        {#if view.head}
          Newest commit <span class="mono">{view.head.slice(0, 10)}</span>, written <When
            at={view.writtenAt ?? ''}
          />{#if view.address !== ''};
            {#if view.pushedAt}pushed <When at={view.pushedAt} />{:else}not pushed yet{/if}{/if}.
          {#if view.leftOut > 0}
            {count(view.leftOut, 'revision')}
            {view.leftOut === 1 ? 'is' : 'are'} left out: damaged, or found after later ones; writing it anew takes
            in what is sound.
          {/if}
        {:else}Nothing is written yet.{/if}
      </p>
      {#if view.problem}
        <div role="alert" class="border-error bg-removed rounded-field col-span-2 border px-3 py-2">
          <p class="font-semibold">It could not be pushed</p>
          <p class="break-words">{view.problem}</p>
          {#if view.seenKey}
            <p class="mono mt-1 break-all">{view.seenKey}</p>
            <button class="btn mt-2" type="button" onclick={trust}>This is it: trust it</button>
          {/if}
        </div>
      {/if}
    </form>
  {:else if !kept.problem}<p class="text-quiet mt-2">Loading…</p>{/if}
</section>

{#if asksAnew}
  <Confirm
    title="Write the repository anew?"
    yes="Write anew"
    onyes={() => update(true)}
    onno={() => (asksAnew = false)}
  >
    All commits are made again from what is kept today. {view?.address
      ? `What ${view.address} has and this has not is lost there.`
      : 'Whoever cloned it has to clone it again.'}
  </Confirm>
{/if}
