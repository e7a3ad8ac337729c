<script lang="ts">
  import { onMount } from 'svelte';
  import ChangeBoard from '$lib/parts/change/ChangeBoard.svelte';
  import { runText } from '$lib/parts/change/boardCells';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { address } from '$lib/state/address.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { listKeys, rowAt } from '$lib/keys/listKeys';
  import { live } from '$lib/state/live.svelte';
  import ChangeHead from './ChangeHead.svelte';
  import { ChangePage } from './changePage.svelte';
  import DeviceEdits from './DeviceEdits.svelte';
  import DevicePlan from './DevicePlan.svelte';
  import LinesForm from './LinesForm.svelte';
  import PreviewTable from './PreviewTable.svelte';
  import RunConsole from './RunConsole.svelte';
  import { previewed, toldIn } from './told';

  interface Props {
    number: number;
  }

  let { number }: Props = $props();
  // svelte-ignore state_referenced_locally
  const opened = new ChangePage(number);
  let types = $state(false);

  const runs = $derived(opened.runs);
  const shown = $derived(
    address.params.get('tab') ?? (runs.length > 0 ? `run-${runs[0]?.number}` : 'preview')
  );
  const run = $derived(runs.find((each) => `run-${each.number}` === shown));
  const names = $derived(
    run
      ? run.devices.map((line) => line.device)
      : (opened.preview?.devices.map((device) => device.device) ?? [])
  );
  const chosen = $derived(names.find((name) => name === address.params.get('device')) ?? names[0]);
  const device = $derived(opened.preview?.devices.find((each) => each.device === chosen));
  const line = $derived(run?.devices.find((each) => each.device === chosen));

  const choose = (name: string) => address.change({ device: name });
  const move = (by: number) => {
    const next = names[rowAt(names.indexOf(chosen ?? ''), by, names.length)];
    if (next) choose(next);
  };

  onMount(() => {
    opened.doing.load();
    const ends = [
      live.on('change', (id) => (id === 0 || id === number) && opened.doing.load()),
      live.on('fleet', () => opened.isOpen && opened.doing.load()),
      keys.add([
        ...listKeys('device', move),
        { key: 'a', says: 'type lines for a device', run: () => opened.mayEdit && (types = true) }
      ])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>C-{number} · Chaperone</title></svelte:head>

{#if opened.change}
  <ChangeHead {opened} change={opened.change} ontype={() => (types = true)} />
{:else if !opened.doing.problem}
  <p class="text-quiet">Loading…</p>
{/if}
<ProblemNote problem={opened.doing.problem} class="mt-3" />

{#if opened.change}
  {#if runs.length > 0}
    <div class="mt-3 flex flex-wrap items-center gap-3">
      <div class="join" role="group" aria-label="What is shown">
        {#if opened.preview}
          <button class="btn join-item" aria-pressed={!run} onclick={() => address.change({ tab: 'preview' })}
            >Preview</button
          >
        {/if}
        {#each [...runs].reverse() as each (each.number)}
          <button
            class="btn join-item"
            aria-pressed={each === run}
            onclick={() => address.change({ tab: `run-${each.number}` })}>Run {each.number}</button
          >
        {/each}
      </div>
      {#if run}
        <p role="status">
          <strong>{runText(run)}</strong>
          <span class="text-quiet">
            · by {run.startedBy}, <When at={run.startedAt} />{run.stoppedBy
              ? ` · stopped by ${run.stoppedBy}`
              : ''}
          </span>
        </p>
      {/if}
    </div>
  {/if}

  {#if run}
    <div class="mt-3"><ChangeBoard {run} {chosen} onchoose={choose} /></div>
  {:else if opened.preview && opened.preview.devices.length > 0}
    <div class="mt-3"><PreviewTable devices={opened.preview.devices} {chosen} onchoose={choose} /></div>
  {:else if opened.preview}
    <div class="panel mt-4 max-w-xl p-6">
      <h2>No edit yet</h2>
      <p class="mt-1">
        Type lines for a device <kbd>a</kbd>, put something back from
        <a class="underline" href="/drift">Drift</a>, or restore an earlier revision at its device. Whatever
        you add elsewhere comes to your open draft, too.
      </p>
    </div>
  {/if}

  {#if chosen && (device || line)}
    <div class="mt-3 grid grid-cols-[minmax(0,1fr)_minmax(18rem,26rem)] items-start gap-3">
      {#if run}
        {#key `${chosen} ${run.number}`}
          <DevicePlan
            device={chosen}
            from="in run {run.number}"
            told={() => toldIn(number, run.number, chosen)}
          />
        {/key}
      {:else if device}
        {#key `${chosen} ${opened.preview?.digest}`}
          <DevicePlan
            device={chosen}
            from="from revision {device.baseRevision}"
            told={() => previewed(number, device)}
          />
        {/key}
      {/if}
      {#if line}
        <RunConsole {line} />
      {:else}
        <DeviceEdits
          {opened}
          edits={opened.change.edits.filter((edit) => edit.device === chosen)}
          misfits={device?.misfits ?? []}
          breaches={device?.breaches ?? []}
          remarks={device?.remarks ?? []}
        />
      {/if}
    </div>
  {/if}
{/if}

{#if types}
  <LinesForm
    change={number}
    device={chosen ?? ''}
    onclose={(name) => {
      types = false;
      if (name) address.change({ device: name, tab: 'preview' });
      opened.doing.load();
    }}
  />
{/if}
