<script lang="ts">
  import type { Rollout } from '$lib/api/client';
  import { cellOf, DEVICE } from '$lib/parts/rollout/rolloutText';

  interface Props {
    rollout: Rollout;
    chosen: string | undefined;
    onchoose: (device: string) => void;
  }

  let { rollout, chosen, onchoose }: Props = $props();
  const COLUMNS = [
    ['PREPARING', 'Image'],
    ['SWITCHING', 'Start-up, restart'],
    ['RETURNING', 'Away'],
    ['VERIFYING', 'After']
  ] as const;
</script>

<div class="panel mt-3 overflow-x-auto">
  <table class="rows" aria-label="Devices">
    <thead>
      <tr>
        <th>Wave</th><th>Device</th><th>Hangs on</th><th>Release</th>
        {#each COLUMNS as [state, title] (state)}<th>{title}</th>{/each}
        <th>Now</th>
      </tr>
    </thead>
    <tbody>
      {#each rollout.devices as device (device.device)}
        <tr class={[device.device === chosen && 'bg-chosen']}>
          <td>{device.wave}</td>
          <td>
            <button
              class="cursor-pointer font-semibold hover:underline"
              aria-pressed={device.device === chosen}
              onclick={() => onchoose(device.device)}>{device.device}</button
            >
          </td>
          <td class="text-quiet">{device.partner ? `pair with ${device.partner}` : 'itself alone'}</td>
          <td class="mono whitespace-nowrap">{device.releaseBefore} → {device.release}</td>
          {#each COLUMNS as [state] (state)}
            {@const cell = cellOf(device, state)}
            <td class={cell.tone}>{cell.text}</td>
          {/each}
          <td class={device.needsDecision ? 'text-error font-semibold' : 'text-quiet'}
            >{DEVICE[device.state]}</td
          >
        </tr>
      {/each}
    </tbody>
  </table>
</div>

<style>
  .done {
    color: var(--color-success);
  }
  .failed {
    color: var(--color-error);
    font-weight: 600;
  }
  .now {
    color: var(--act-text);
    font-weight: 600;
  }
  .none {
    color: var(--quiet);
  }
</style>
