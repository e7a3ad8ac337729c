<script lang="ts">
  import type { Device } from '$lib/api/client';
  import FourMarks from '$lib/parts/FourMarks.svelte';
  import When from '$lib/parts/When.svelte';
  import { turned } from './fleetView';

  interface Props {
    devices: readonly Device[];
    sort: string;
    chosen: ReadonlySet<string>;
    /** The device under the cursor. */
    at: string | undefined;
    onsort: (sort: string) => void;
    onchoose: (name: string) => void;
    onpoint: (name: string) => void;
  }

  let { devices, sort, chosen, at, onsort, onchoose, onpoint }: Props = $props();
  const columns = [
    ['name', 'Device'],
    ['role', 'Role'],
    ['model', 'Model'],
    ['release', 'Release'],
    ['copied', 'Copied'],
    ['changed', 'Last change']
  ] as const;
  const bySite = $derived(sort === 'site' || sort === '-site');
  const direction = (column: string) =>
    sort === column ? 'ascending' : sort === `-${column}` ? 'descending' : undefined;

  let body: HTMLTableSectionElement | undefined = $state();
  $effect(() => {
    if (at) body?.querySelector('tr.at')?.scrollIntoView({ block: 'nearest' });
  });
</script>

<div class="panel overflow-x-auto">
  <table class="rows">
    <thead>
      <tr>
        <th class="w-6"><span class="sr-only">Chosen</span></th>
        <th class="w-[84px]"><span class="sr-only">Kept, matched, sound, current</span></th>
        {#each columns as [column, title] (column)}
          <th aria-sort={direction(column)}>
            <button class="cursor-pointer font-semibold" onclick={() => onsort(turned(sort, column))}>
              {title}{direction(column) === 'ascending'
                ? ' ↑'
                : direction(column) === 'descending'
                  ? ' ↓'
                  : ''}
            </button>
          </th>
        {/each}
      </tr>
    </thead>
    <tbody bind:this={body}>
      {#each devices as device, index (device.name)}
        {#if bySite && device.site !== devices[index - 1]?.site}
          <tr class="bg-base-200"
            ><td colspan="8" class="text-quiet py-1 font-semibold">{device.site || 'No site yet'}</td></tr
          >
        {/if}
        <tr class={{ at: device.name === at }} onclick={() => onpoint(device.name)}>
          <td>
            <input
              type="checkbox"
              class="checkbox checkbox-xs"
              checked={chosen.has(device.name)}
              onchange={() => onchoose(device.name)}
              onclick={(event) => event.stopPropagation()}
              aria-label="Choose {device.name}"
            />
          </td>
          <td><FourMarks answers={device.answers} /></td>
          <td
            ><a class="font-semibold hover:underline" href="/devices/{encodeURIComponent(device.name)}"
              >{device.name}</a
            >{#if device.telnetAllowed}<span
                class="text-warning ml-2 text-[0.86rem] font-semibold"
                title="Telnet is allowed for this device: passwords go there in the clear"
                >Telnet, unsafe</span
              >{/if}{#each device.tags as tag (tag)}<span class="tag">{tag}</span>{/each}</td
          >
          <td>{device.role}</td>
          <td>{device.model}</td>
          <td class="mono">{device.release}</td>
          <td
            >{#if device.lastCopyAt}<When at={device.lastCopyAt} ago />{:else}<span class="text-error"
                >never</span
              >{/if}</td
          >
          <td
            >{#if device.changedAt}<When at={device.changedAt} />{/if}</td
          >
        </tr>
      {:else}
        <tr><td colspan="8" class="py-6 text-center">No device matches. Take a word or a choice away.</td></tr
        >
      {/each}
    </tbody>
  </table>
</div>
