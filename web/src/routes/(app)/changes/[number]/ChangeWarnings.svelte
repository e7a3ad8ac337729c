<script lang="ts">
  import type { Change } from '$lib/api/client';
  import type { ChangePage } from './changePage.svelte';

  interface Props {
    opened: ChangePage;
    change: Change;
  }

  let { opened, change }: Props = $props();
  const unsaved = $derived(
    (opened.preview?.devices ?? []).filter((device) =>
      device.remarks.some((remark) => remark.kind === 'UNSAVED_LINES')
    )
  );
  const unguarded = $derived(
    (opened.preview?.devices ?? []).filter((device) =>
      ['NO_GUARD', 'REACHED_THROUGH'].every((kind) => device.remarks.some((remark) => remark.kind === kind))
    )
  );
  const warned = $derived(
    (opened.preview?.devices ?? []).flatMap((device) =>
      device.breaches
        .filter(({ binding }) => binding === 'WARN')
        .map((breach) => `${device.device} would break ${breach.standard} ${breach.tag}`)
    )
  );
</script>

<!-- What is to be known, or said, before a change goes on. -->
{#if change.notRun}
  <p role="alert" class="bg-modified mt-2 rounded px-3 py-1">It was due and did not run. {change.notRun}</p>
{/if}
{#if opened.preview && !opened.preview.isAsProposed}
  <p role="alert" class="bg-modified mt-2 rounded px-3 py-1">
    A device has changed since this was proposed: what would be sent is not what was seen. Take it back to a
    draft and propose it again.
  </p>
{/if}
{#if opened.mayEdit && unsaved.length > 0}
  <label class="bg-modified mt-2 flex items-center gap-2 rounded px-3 py-1">
    <input
      type="checkbox"
      class="checkbox"
      checked={change.savesFirst}
      onchange={(event) => opened.describe(change.title, change.note, event.currentTarget.checked)}
    />
    {unsaved.map((device) => device.device).join(', ')} run lines that are not saved, and their guard goes back
    to what is saved: save those lines first
  </label>
{/if}

{#if unguarded.length > 0 || warned.length > 0}
  <label class="bg-modified mt-2 flex items-center gap-2 rounded px-3 py-1">
    <span
      >{#if warned.length > 0}{warned.join('; ')}.{/if}
      {#if unguarded.length > 0}What {unguarded.map((device) => device.device).join(', ')}
        {unguarded.length === 1 ? 'is' : 'are'} called by is altered, and no guard would lead
        {unguarded.length === 1 ? 'it' : 'them'} back.{/if} In words, that you know:</span
    >
    {#if opened.mayEdit}
      <input
        class="input grow"
        maxlength="500"
        value={change.acknowledged}
        onchange={(event) => opened.acknowledge(change, event.currentTarget.value)}
      />
    {:else}<b>{change.acknowledged}</b>{/if}
  </label>
{/if}
