<script lang="ts">
  import { goto } from '$app/navigation';
  import type { Change } from '$lib/api/client';
  import { inOrder } from '$lib/parts/change/manner';
  import Confirm from '$lib/parts/form/Confirm.svelte';
  import { address } from '$lib/state/address.svelte';
  import { count } from '$lib/text/time';
  import BackTo from './BackTo.svelte';
  import MannerForm from './MannerForm.svelte';
  import RunTime from './RunTime.svelte';
  import type { Asked, ChangePage, Later } from './changePage.svelte';

  interface Props {
    opened: ChangePage;
    change: Change;
    devices: readonly string[];
    asks: Asked | undefined;
  }

  let { opened, change, devices, asks = $bindable() }: Props = $props();

  /** What runs is what one wants to look at. */
  async function run() {
    if (await opened.run()) await address.change({ tab: '' });
  }

  async function undo(later: Later) {
    asks = undefined;
    const number = await opened.undo(later);
    if (number) await goto(`/changes/${number}`);
  }
</script>

<!-- The questions that a deed on a change begins with. -->
{#if asks === 'run'}
  <Confirm
    title="Run C-{change.number} on {count(devices.length, 'device')}?"
    yes="Run it"
    onyes={() => {
      asks = undefined;
      run();
    }}
    onno={() => (asks = undefined)}
  >
    {inOrder(devices, change.order).join(', ')}. Each is copied first; if one refuses a command or does not
    come out exactly as previewed, {change.allOrNone
      ? 'all are put back'
      : 'it is put back, and the others stand alone'}.
  </Confirm>
{:else if asks === 'time'}
  <RunTime
    number={change.number}
    onat={(at) => {
      asks = undefined;
      opened.runAt(at);
    }}
    onno={() => (asks = undefined)}
  />
{:else if asks === 'manner'}
  <MannerForm
    manner={change}
    {devices}
    onchoose={(manner) => {
      asks = undefined;
      opened.runIn(change, manner);
    }}
    onno={() => (asks = undefined)}
  />
{:else if asks === 'back'}
  <BackTo number={change.number} onback={undo} onno={() => (asks = undefined)} />
{:else if asks === 'drop'}
  <Confirm
    title="Drop C-{change.number}?"
    yes="Drop it"
    isFinal
    onyes={() => {
      asks = undefined;
      opened.drop();
    }}
    onno={() => (asks = undefined)}
  >
    Its {count(change.edits.length, 'edit')} on {count(devices.length, 'device')} stay on record, but nobody can
    go on with them. Nothing was written to any device.
  </Confirm>
{/if}
