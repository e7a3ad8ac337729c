<script lang="ts">
  interface Props {
    bars: readonly { name: string; value: number; path?: string }[];
    /** What one of the things counted is called, for a screen reader. */
    label: string;
  }

  let { bars, label }: Props = $props();
  const SHOWN = 12;
  const most = $derived(Math.max(1, ...bars.map(({ value }) => value)));
</script>

<table class="w-full" aria-label={label}>
  <tbody>
    {#each bars.slice(0, SHOWN) as bar (bar.name)}
      <tr>
        <th scope="row" class="max-w-60 truncate py-0.5 pr-3 text-left font-normal whitespace-nowrap"
          >{#if bar.path}<a class="hover:underline" href={bar.path}>{bar.name}</a>{:else}{bar.name}{/if}</th
        >
        <td class="w-12 pr-2 text-right font-semibold">{bar.value}</td>
        <td class="w-1/2"
          ><div class="bar" style:width="{(100 * bar.value) / most}%" aria-hidden="true"></div></td
        >
      </tr>
    {/each}
  </tbody>
</table>
{#if bars.length > SHOWN}<p class="text-quiet">and {bars.length - SHOWN} more</p>{/if}

<style>
  .bar {
    background: var(--removed);
    border: 1px solid color-mix(in srgb, var(--color-error) 35%, transparent);
    height: 0.8rem;
    border-radius: 2px;
    min-width: 1px;
  }
</style>
