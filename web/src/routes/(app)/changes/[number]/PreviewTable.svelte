<script lang="ts">
  import type { DevicePreview } from '$lib/api/client';
  import { readiness, remarkText } from '$lib/parts/change/changeText';
  import LineCounts from '$lib/parts/change/LineCounts.svelte';

  interface Props {
    devices: readonly DevicePreview[];
    chosen: string | undefined;
    onchoose: (device: string) => void;
  }

  let { devices, chosen, onchoose }: Props = $props();
  const WARNS: DevicePreview['remarks'][number]['kind'][] = [
    'REACHED_THROUGH',
    'NOT_FOLLOWED',
    'OTHER_CHANGE',
    'NO_GUARD',
    'PARTNER_LEFT_OUT'
  ];
</script>

<div class="panel overflow-x-auto">
  <table class="rows">
    <caption class="sr-only">What each device will be told</caption>
    <thead>
      <tr
        ><th>Device</th><th>Platform</th><th>Statements</th><th>Commands</th><th>Undo</th><th>State</th><th
          >To know</th
        ></tr
      >
    </thead>
    <tbody>
      {#each devices as device (device.device)}
        <tr
          class={['cursor-pointer', device.device === chosen && 'bg-chosen']}
          onclick={() => onchoose(device.device)}
        >
          <td>
            <button
              class="cursor-pointer font-semibold"
              aria-pressed={device.device === chosen}
              onclick={() => onchoose(device.device)}>{device.device}</button
            >
          </td>
          <td>{device.platform}</td>
          <td><LineCounts counts={device.counts} /></td>
          <td class="mono">{device.commands.length}</td>
          <td class="mono">{device.undo.length}</td>
          <td
            class={[
              'whitespace-nowrap',
              device.misfits.length > 0
                ? 'text-error font-semibold'
                : device.isReady
                  ? 'text-success'
                  : 'text-quiet'
            ]}>{readiness(device)}</td
          >
          <td
            class={[
              'max-w-[24rem] truncate',
              device.remarks.some(({ kind }) => WARNS.includes(kind)) ? 'text-warning' : 'text-quiet'
            ]}
            title={device.remarks.map(remarkText).join('\n')}>{device.remarks.map(remarkText).join(' · ')}</td
          >
        </tr>
      {/each}
    </tbody>
  </table>
</div>
