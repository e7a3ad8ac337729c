<script lang="ts">
  import { goto } from '$app/navigation';
  import { onMount } from 'svelte';
  import { api, asProblem, need, type Platform, type Problem } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { live } from '$lib/state/live.svelte';
  import { rowKeys } from '$lib/keys/rowKeys';
  import { session } from '$lib/state/session.svelte';
  import { isName, PROTOCOL, SOURCE } from './platformText';

  let platforms = $state<Platform[] | undefined>();
  let problem = $state<Problem | undefined>();
  let adds = $state(false);
  let name = $state('');
  let from = $state('plain-indented');
  const taken = $derived(platforms?.some((platform) => platform.name === name) ?? false);

  async function load() {
    try {
      platforms = await need(api.GET('/api/platforms'));
      problem = undefined;
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  onMount(() => {
    load();
    return live.on('platform', load);
  });
</script>

<svelte:head><title>Platforms · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>Platforms</h1>
    <p class="text-quiet">
      A platform is a device family as a text: how to talk to it, how its configuration is written, what is
      noise.
    </p>
  </div>
  {#if session.mayManage}<button class="btn btn-primary" onclick={() => (adds = true)}>Add a platform…</button
    >{/if}
</div>

<ProblemNote {problem} class="mt-3" />

{#if adds}
  <form
    class="panel mt-3 flex max-w-3xl flex-wrap items-end gap-3 p-4"
    onsubmit={(event) => {
      event.preventDefault();
      if (isName(name) && !taken) goto(`/platforms/${name}?from=${from}`);
    }}
  >
    <label class="grow">
      <span class="font-semibold">Name</span>
      <input
        class="input mono mt-1 w-full"
        bind:value={name}
        maxlength="40"
        required
        placeholder="harbour-switch"
        {@attach (input) => input.focus()}
      />
    </label>
    <label>
      <span class="font-semibold">Begin with the text of</span>
      <select class="select mt-1 w-72" bind:value={from}>
        {#each [...(platforms ?? [])].reverse() as each (each.name)}<option value={each.name}
            >{each.title}</option
          >{/each}
      </select>
    </label>
    <button
      class="btn btn-primary"
      disabled={!isName(name) || taken}
      title={name === '' ? 'It needs a name first.' : undefined}>Save</button
    >
    <button class="btn" type="button" onclick={() => (adds = false)}>Cancel</button>
    {#if taken}<p class="text-error w-full">There is a platform “{name}” already.</p>
    {:else if name !== '' && !isName(name)}<p class="text-error w-full">
        A name has small letters, digits and hyphens, a letter first.
      </p>{/if}
  </form>
{/if}

{#if platforms}
  <div class="panel mt-4 overflow-x-auto">
    <table class="rows" {@attach rowKeys('platform')}>
      <thead>
        <tr>
          <th>Platform</th><th>Spoken to by</th><th>Configuration</th><th>Tables</th><th>Recognised</th>
          <th class="text-right">Devices</th><th>Text</th>
        </tr>
      </thead>
      <tbody>
        {#each platforms as platform (platform.name)}
          <tr>
            <td>
              <a class="font-semibold hover:underline" href="/platforms/{platform.name}">{platform.title}</a>
              <div class="text-quiet mono">{platform.name}</div>
            </td>
            <td class="whitespace-nowrap"
              >{PROTOCOL[platform.protocol]}{#if platform.hasTelnet}<span
                  class="chip ml-1.5 cursor-default"
                  title="Where somebody has allowed it for a device: it sends passwords in the clear"
                  >Telnet, unsafe</span
                >{/if}</td
            >
            <td>{platform.grammar}</td>
            <td class="text-quiet whitespace-nowrap" title={platform.tables.join(', ')}
              >{platform.tables.length === 4 ? 'all four' : platform.tables.join(', ') || 'none'}</td
            >
            <td class="whitespace-nowrap">{platform.isRecognised ? 'by itself' : 'only if chosen'}</td>
            <td class="text-right">{platform.devices}</td>
            <td class="whitespace-nowrap"
              >{SOURCE[platform.source]}{#if platform.savedAt}<span class="text-quiet"
                  >, {platform.savedBy} <When at={platform.savedAt} /></span
                >{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  <p class="text-quiet mt-3 max-w-3xl">
    The four “Any …” platforms are starting points for equipment that Chaperone has never seen: begin a new
    platform with one of them, try it on a device, and correct what does not fit. NETCONF devices with a YANG
    library (RFC 8525) need no correction.
  </p>
{:else if !problem}<p class="text-quiet mt-4">Loading…</p>{/if}
