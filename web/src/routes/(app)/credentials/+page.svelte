<script lang="ts">
  import { rowKeys } from '$lib/keys/rowKeys';
  import { onMount } from 'svelte';
  import { api, asProblem, need, type CredentialSet, type Problem } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import Confirm from '$lib/parts/form/Confirm.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { session } from '$lib/state/session.svelte';
  import { valueText } from '$lib/parts/fleet/queryText';
  import { accountsOf, titlesOf } from '$lib/text/logIns';
  import { count } from '$lib/text/time';
  import CredentialSetForm from './CredentialSetForm.svelte';

  let sets = $state<CredentialSet[] | undefined>();
  let edited = $state<CredentialSet | 'new' | undefined>();
  let leaving = $state<CredentialSet | undefined>();
  let problem = $state<Problem | undefined>();

  async function load() {
    try {
      sets = await need(api.GET('/api/credential-sets'));
      problem = undefined;
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  async function remove(set: CredentialSet) {
    leaving = undefined;
    try {
      await need(api.DELETE('/api/credential-sets/{id}', { params: { path: { id: set.id } } }));
      await load();
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  onMount(() => {
    load();
    return keys.add(
      session.mayManage ? [{ key: 'a', says: 'a new credential set', run: () => (edited = 'new') }] : []
    );
  });
</script>

<svelte:head><title>Credentials · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>Credentials</h1>
    <p class="text-quiet">
      Credential sets are log-in details that many devices share. Passwords go in and are never shown again.
    </p>
  </div>
  {#if session.mayManage}<button class="btn btn-primary" onclick={() => (edited = 'new')}
      >Add a credential set… <kbd aria-hidden="true">a</kbd></button
    >{/if}
</div>

<ProblemNote {problem} class="mt-3" />

{#if edited}
  {#key edited}
    <CredentialSetForm
      set={edited === 'new' ? undefined : edited}
      onclose={() => (edited = undefined)}
      onsaved={() => {
        edited = undefined;
        load();
      }}
    />
  {/key}
{/if}

{#if sets?.length === 0 && !edited}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>No credential set yet</h2>
    <p class="mt-1">
      Chaperone needs an account on the devices: a name, its password, and the password of the privileged
      level.
    </p>
    {#if !session.mayManage}<p class="mt-2">An administrator has to add one.</p>{/if}
  </div>
{:else if sets && sets.length > 0}
  <div class="panel mt-4 overflow-x-auto">
    <table class="rows" {@attach rowKeys('set')}>
      <thead
        ><tr
          ><th>Credential set</th><th>Account</th><th>By</th><th>Note</th><th>Used by</th><th>Changed</th><th
          ></th></tr
        ></thead
      >
      <tbody>
        {#each sets as set (set.id)}
          <tr>
            <td><a class="font-semibold hover:underline" href="/credentials/{set.id}">{set.name}</a></td>
            <td class="mono">{accountsOf(set.logIns)}</td>
            <td>{titlesOf(set.logIns.flatMap((logIn) => logIn.protocols))}</td>
            <td>{set.note}</td>
            <td>
              <a
                class="underline"
                href="/fleet?query={encodeURIComponent(`credentials is ${valueText(set.name)}`)}"
                >{count(set.devices, 'device')}</a
              >
            </td>
            <td><When at={set.changedAt} /></td>
            <td class="text-right whitespace-nowrap">
              {#if session.mayManage}
                <button class="btn" onclick={() => (edited = set)} aria-label="Change {set.name}"
                  >Change…</button
                >
                <button class="btn" onclick={() => (leaving = set)} aria-label="Remove {set.name}"
                  >Remove…</button
                >
              {/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/if}

{#if leaving}
  {@const set = leaving}
  <Confirm
    title="Remove the credential set “{set.name}”?"
    yes="Remove"
    isFinal
    onyes={() => remove(set)}
    onno={() => (leaving = undefined)}
  >
    {set.devices > 0
      ? `${count(set.devices, 'device')} log in with it: give them another set first.`
      : 'No device logs in with it. Its password is gone for good.'}
  </Confirm>
{/if}
