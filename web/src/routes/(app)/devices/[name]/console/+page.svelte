<script lang="ts">
  import { page } from '$app/state';
  import {
    api,
    asProblem,
    need,
    type ConsoleRecording,
    type ConsoleReplay,
    type Problem
  } from '$lib/api/client';
  import { ConsoleSession } from '$lib/parts/console/consoleSession.svelte';
  import { consoles } from '$lib/state/consoles.svelte';
  import Console from '$lib/parts/console/Console.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { session } from '$lib/state/session.svelte';
  import { bytes } from '$lib/text/bytes';
  import { once } from '$lib/state/once';
  import { lengthOf } from './replay';
  import Replay from './Replay.svelte';
  import { opened } from '../opened.svelte';
  import { whenever } from '$lib/state/whenever.svelte';

  const name = $derived(page.params.name ?? '');
  let own = $state(false);
  let account = $state('');
  let password = $state('');
  let recordings = $state<ConsoleRecording[] | undefined>();
  const open = $derived(consoles.of(name));
  let replay = $state<ConsoleReplay | undefined>();
  let problem = $state<Problem | undefined>();

  async function load(wanted: string) {
    try {
      const found = await need(
        api.GET('/api/devices/{name}/consoles', { params: { path: { name: wanted } } })
      );
      if (wanted === name) recordings = found;
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  const ask = once(async () => {
    try {
      const device = name;
      const begun = await need(
        api.POST('/api/devices/{name}/consoles', {
          params: { path: { name: device } },
          body: own ? { account, password } : {}
        })
      );
      const console = new ConsoleSession(`/api/consoles/${begun.console}/line`, () => load(device));
      consoles.keep(device, console, `logged in as ${begun.loggedInAs}; recorded`);
      password = '';
      replay = undefined;
      problem = undefined;
      await load(name);
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  });

  async function look(id: number) {
    try {
      replay = undefined;
      replay = await need(api.GET('/api/consoles/{id}', { params: { path: { id } } }));
      problem = undefined;
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  whenever(
    () => name,
    (wanted) => {
      replay = undefined;
      load(wanted);
    }
  );
</script>

<ProblemNote {problem} class="mt-3" />

{#if !session.mayAct}
  <p class="mt-4">Consoles are for engineers.</p>
{:else}
  {#if open}
    {#key open.session}
      <Console
        {name}
        session={open.session}
        status={open.status}
        onclose={() => {
          consoles.forget(name);
          load(name);
        }}
      />
    {/key}
  {:else}
    <form class="panel mt-4 flex flex-wrap items-end gap-3 p-4" onsubmit={ask}>
      <label>
        <span class="font-semibold">Log in with</span>
        <select class="select mt-1 w-64" bind:value={own}>
          <option value={false}
            >{opened.detail?.credentialSet ?? 'its credential set'}, the device's set</option
          >
          <option value={true}>an account of your own</option>
        </select>
      </label>
      {#if own}
        <label>
          <span class="font-semibold">Account on the device</span>
          <input
            class="input mono mt-1 w-44"
            bind:value={account}
            maxlength="60"
            required
            autocomplete="off"
          />
        </label>
        <label>
          <span class="font-semibold">Its password</span>
          <input
            class="input mt-1 w-44"
            type="password"
            bind:value={password}
            maxlength="200"
            required
            autocomplete="new-password"
          />
        </label>
      {/if}
      <button class="btn btn-primary">Open a console</button>
      <p class="text-quiet w-full">
        All that the device shows is recorded; passwords are not, since no device shows them. What you alter
        here was not planned here, and the next copy will say so.
      </p>
    </form>
  {/if}
  {#if replay}
    {#key replay}<Replay {replay} onclose={() => (replay = undefined)} />{/key}
  {/if}

  <h2 class="mt-5">Recordings</h2>
  {#if recordings?.length === 0}<p class="text-quiet">Nobody has opened a console on this device.</p>
  {:else if recordings}
    <p class="text-quiet">They may hold secrets that a device has shown: each look is in the audit log.</p>
    <div class="panel mt-2 overflow-x-auto">
      <table class="rows">
        <thead
          ><tr><th>When</th><th>Who</th><th>Logged in as</th><th>Took</th><th>Shown</th><th></th></tr></thead
        >
        <tbody>
          {#each recordings as recording (recording.id)}
            <tr>
              <td class="whitespace-nowrap"><When at={recording.beganAt} /></td>
              <td>{recording.account}</td>
              <td class="mono">{recording.loggedInAs}</td>
              <td>{lengthOf(recording.beganAt, recording.endedAt) || 'not ended'}</td>
              <td>{bytes(recording.bytes)}</td>
              <td class="text-right"
                ><button
                  class="btn"
                  onclick={() => look(recording.id)}
                  aria-label="Look at the recording of {recording.account} from {recording.beganAt}"
                  >Look…</button
                ></td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  {/if}
{/if}
