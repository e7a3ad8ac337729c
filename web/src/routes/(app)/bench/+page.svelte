<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type Fault, type StandIn } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { address } from '$lib/state/address.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { count } from '$lib/text/time';
  import Cable from './Cable.svelte';
  import BenchConsole from './BenchConsole.svelte';
  import { faultWord, matching, stateOf } from './benchText';

  let standIns = $state<StandIn[] | undefined>();
  let faults = $state<Fault[]>([]);
  let filter = $state<HTMLInputElement | undefined>();
  let chosenFault = $state('');
  let number = $state<number | undefined>();
  let consoleOf = $state('');
  let cableOf = $state('');

  const words = $derived(address.params.get('find') ?? '');
  const shown = $derived(matching(standIns ?? [], words));
  const current = $derived(shown.find((each) => each.name === address.params.get('at')) ?? shown[0]);
  const fault = $derived(faults.find((each) => each.fault === chosenFault));

  const doing = new Doing(async () => {
    standIns = await need(api.GET('/api/bench/stand-ins'));
  });

  const set = (name: string) =>
    doing.act(() =>
      need(
        api.PUT('/api/bench/stand-ins/{name}/faults/{fault}', {
          params: {
            path: { name, fault: chosenFault },
            query: { number: fault?.takesNumber ? number : undefined }
          }
        })
      )
    );
  const clear = (name: string, each: string) =>
    doing.act(() =>
      need(
        api.DELETE('/api/bench/stand-ins/{name}/faults/{fault}', { params: { path: { name, fault: each } } })
      )
    );
  const tell = (name: string, what: string) =>
    doing.act(() =>
      need(api.POST('/api/bench/stand-ins/{name}/{act}', { params: { path: { name, act: what } } }))
    );

  function move(by: number) {
    const index = shown.findIndex((each) => each.name === current?.name);
    const next = shown[Math.min(shown.length - 1, Math.max(0, index + by))];
    if (next) address.change({ at: next.name });
  }

  onMount(() => {
    doing.load();
    need(api.GET('/api/bench/faults')).then(
      (all) => {
        faults = all;
        chosenFault = all[0]?.fault ?? '';
        number = all[0]?.usualNumber;
      },
      () => {}
    );
    // Sessions and ships move by themselves, and nobody tells this page.
    const timer = setInterval(doing.load, 5000);
    const end = keys.add([
      { key: '/', says: 'go to the filter', run: () => filter?.focus() },
      { key: 'j', says: 'next stand-in', run: () => move(1) },
      { key: 'k', says: 'previous stand-in', run: () => move(-1) },
      { key: 'c', says: 'open a console', run: () => (consoleOf = current?.name ?? '') }
    ]);
    return () => {
      clearInterval(timer);
      end();
    };
  });
</script>

<svelte:head><title>Bench · Chaperone</title></svelte:head>

<h1>Bench <span class="chip ml-1 cursor-default align-middle text-[0.8rem]">only in the demo</span></h1>
<p class="text-quiet">
  The simulated devices behind the demo. Log in to one as an engineer would, or let it go wrong and see what
  Chaperone makes of it.
</p>
<ProblemNote problem={doing.problem} class="mt-3" />

{#if standIns && current}
  <div class="mt-3 grid grid-cols-[minmax(0,1fr)_330px] items-start gap-3.5">
    <div>
      <label class="input w-full">
        <span class="sr-only">Filter</span>
        <input
          bind:this={filter}
          class="mono"
          value={words}
          oninput={(event) => address.change({ find: event.currentTarget.value })}
          onkeydown={(event) => event.key === 'Escape' && event.currentTarget.blur()}
          maxlength="100"
          placeholder="words of a name, maker, model or state"
        />
        <kbd>/</kbd>
      </label>
      {#if consoleOf}
        {#key consoleOf}<BenchConsole name={consoleOf} onclose={() => (consoleOf = '')} />{/key}
      {/if}
      {#if cableOf}
        {#key cableOf}<Cable name={cableOf} onclose={() => (cableOf = '')} />{/key}
      {/if}
      <div class="panel mt-3 overflow-x-auto">
        <table class="rows">
          <thead>
            <tr
              ><th>Stand-in</th><th>Model</th><th>Address</th><th>State</th><th>Sessions</th><th>Faults</th
              ></tr
            >
          </thead>
          <tbody>
            {#each shown as standIn (standIn.name)}
              <tr
                class={{ at: standIn.name === current.name }}
                onclick={() => address.change({ at: standIn.name })}
              >
                <td class="font-semibold whitespace-nowrap">{standIn.name}</td>
                <td class="whitespace-nowrap">{standIn.maker} {standIn.model}</td>
                <td class="mono">{standIn.address}:{standIn.port}</td>
                <td class={standIn.isUp ? '' : 'text-warning font-semibold'}>{stateOf(standIn)}</td>
                <td>{standIn.sessions || ''}</td>
                <td class="text-error">{Object.keys(standIn.faults).map(faultWord).join(', ')}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
      <p class="text-quiet mt-1">{count(shown.length, 'stand-in')} of {standIns.length}</p>
    </div>

    <section class="panel sticky top-[58px] p-3.5" aria-label={current.name}>
      <h2>{current.name}</h2>
      <p class="text-quiet">{current.maker} {current.model}, release {current.release}, {stateOf(current)}</p>
      <div class="mt-2 flex flex-wrap gap-2">
        <button class="btn btn-primary" onclick={() => (consoleOf = current.name)}
          >Console <kbd>c</kbd></button
        >
        <button class="btn" onclick={() => (cableOf = current.name)}>Cable</button>
        <button class="btn" onclick={() => tell(current.name, 'restart')}>Restart</button>
        <button class="btn" onclick={() => tell(current.name, 'insert-module')}>Insert a module</button>
        <button class="btn" onclick={() => tell(current.name, 'take-module-out')}>Take it out</button>
        <button class="btn" onclick={() => tell(current.name, current.isAway ? 'berth' : 'sail')}
          >{current.isAway ? 'Call to berth' : 'Out of reach'}</button
        >
        <button class="btn" onclick={() => tell(current.name, 'new-host-key')}>New key</button>
        <button class="btn" onclick={() => tell(current.name, 'factory-new')}>Make it factory-new</button>
      </div>
      <h2 class="mt-4">Faults</h2>
      {#each Object.entries(current.faults) as [each, value] (each)}
        {@const known = faults.find((f) => f.fault === each)}
        <div class="border-base-300 flex items-center gap-2 border-b py-1">
          <span class="grow"
            ><b class="text-error">{faultWord(each)}{known?.takesNumber ? ` ${value}` : ''}</b>
            <span class="text-quiet">{known?.meaning ?? ''}</span></span
          >
          <button class="btn" onclick={() => clear(current.name, each)} aria-label="Clear {faultWord(each)}"
            >Clear</button
          >
        </div>
      {:else}
        <p class="text-quiet">None is set.</p>
      {/each}
      <form
        class="mt-3"
        onsubmit={(event) => {
          event.preventDefault();
          set(current.name);
        }}
      >
        <label class="block">
          <span class="font-semibold">Let it go wrong</span>
          <select
            class="select mt-1 w-full"
            bind:value={chosenFault}
            onchange={() => (number = fault?.usualNumber)}
          >
            {#each faults as each (each.fault)}<option value={each.fault}>{faultWord(each.fault)}</option
              >{/each}
          </select>
        </label>
        <p class="text-quiet mt-1">{fault?.meaning ?? ''}</p>
        <div class="mt-2 flex items-end gap-2">
          {#if fault?.takesNumber}
            <label class="w-28">
              <span class="font-semibold">Number</span>
              <input
                class="input mt-1 w-full"
                type="number"
                min="0"
                max="100000"
                bind:value={number}
                required
              />
            </label>
          {/if}
          <button class="btn">Set it</button>
        </div>
      </form>
    </section>
  </div>
{:else if standIns}
  <p class="mt-4">
    No stand-in matches. <button class="underline" onclick={() => address.change({ find: '' })}
      >Show all</button
    >
  </p>
{:else if !doing.problem}<p class="text-quiet mt-4">Loading…</p>{/if}
