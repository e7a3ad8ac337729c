<script lang="ts">
  import type { OutcomeCounts } from '$lib/api/client';
  import { score } from './boardText';

  interface Props {
    rows: readonly { name: string; says?: string; path?: string; counts: OutcomeCounts }[];
    label: string;
  }

  let { rows, label }: Props = $props();
  const share = (value: number, { pass, fail, notKnown, excepted }: OutcomeCounts) =>
    (100 * value) / Math.max(1, pass + fail + notKnown + excepted);
</script>

<table class="w-full" aria-label={label}>
  <thead class="text-quiet text-left text-[0.86em]">
    <tr
      ><th class="font-normal">&nbsp;</th><th class="pr-2 text-right font-normal">holds</th><th
        class="pr-2 text-right font-normal">fails</th
      ><th></th></tr
    >
  </thead>
  <tbody>
    {#each rows as { name, says, path, counts } (name)}
      {@const percent = score(counts)}
      <tr class="border-base-300 border-t">
        <th scope="row" class="max-w-72 truncate py-1 pr-3 text-left font-normal" title={says}
          >{#if path}<a class="font-semibold hover:underline" href={path}>{name}</a>{:else}<b>{name}</b>{/if}
          {#if says}<span class="text-quiet">{says}</span>{/if}</th
        >
        <td class="pr-2 text-right whitespace-nowrap"
          >{percent === undefined ? 'not asked' : `${percent} %`}</td
        >
        <td class={['pr-2 text-right', counts.fail > 0 && 'text-error font-semibold']}>{counts.fail || ''}</td
        >
        <td class="w-1/4">
          <div class="strip" aria-hidden="true">
            <span class="pass" style:width="{share(counts.pass, counts)}%"></span><span
              class="fail"
              style:width="{share(counts.fail, counts)}%"
            ></span>
          </div>
        </td>
      </tr>
    {/each}
  </tbody>
</table>

<style>
  .strip {
    display: flex;
    height: 0.7rem;
    background: var(--color-base-200);
    border-radius: 2px;
    overflow: hidden;
  }
  .pass {
    background: var(--color-success);
  }
  .fail {
    background: var(--color-error);
  }
</style>
