<script lang="ts">
  import { rowKeys } from '$lib/keys/rowKeys';
  import type { Heat } from '$lib/api/client';
  import { BINDING, SEVERITY, warmth } from './clauseText';

  interface Props {
    heat: Heat;
    tag: string | undefined;
    site: string | undefined;
    /** Without a site: the clause everywhere. */
    onchoose: (tag: string, site?: string) => void;
  }

  let { heat, tag, site, onchoose }: Props = $props();
  const NONE_HERE = 3;
  const isKept = (row: Heat['rows'][number]) => Object.keys(row.failing).length === 0 && row.tag !== tag;
  const kept = $derived(heat.rows.filter(isKept));
  let showsKept = $state(false);
  /** A few that hold everywhere are shown with the others. */
  const folds = $derived(kept.length > NONE_HERE);
  const shown = $derived(folds && !showsKept ? heat.rows.filter((row) => !isKept(row)) : heat.rows);
  const most = $derived(
    Math.max(1, ...heat.rows.flatMap((row) => Object.values(row.failing).map((failing) => failing ?? 0)))
  );
</script>

<div class="panel overflow-x-auto">
  <table class="rows heat" {@attach rowKeys('clause')}>
    <caption class="sr-only">Devices that fail, by clause and site</caption>
    <thead>
      <tr>
        <th>Clause</th><th>Severity</th><th>Binds</th>
        {#each heat.sites as each (each)}<th>{each}</th>{/each}
        <th>In all</th>
      </tr>
    </thead>
    <tbody>
      {#each shown as row (row.tag)}
        {@const all = Object.values(row.failing).reduce((sum: number, each) => sum + (each ?? 0), 0)}
        <tr class={row.tag === tag ? 'bg-chosen' : ''}>
          <th scope="row" class="font-normal">
            <button
              class="cursor-pointer text-left"
              aria-pressed={row.tag === tag && !site}
              onclick={() => onchoose(row.tag)}><b>{row.tag}</b> {row.reason}</button
            >
          </th>
          <td class={row.severity === 'CRITICAL' ? 'text-error font-semibold' : ''}
            >{SEVERITY[row.severity]}</td
          >
          <td class={row.binding === 'REFUSE' ? 'text-error' : ''}>{BINDING[row.binding]}</td>
          {#each heat.sites as each (each)}
            {@const failing = row.failing[each] ?? 0}
            <td class="cell warm-{warmth(failing, most)}">
              {#if failing > 0}
                <button
                  class="w-full cursor-pointer text-left font-semibold"
                  aria-pressed={row.tag === tag && each === site}
                  aria-label="{failing} at {each} fail {row.tag}"
                  onclick={() => onchoose(row.tag, each)}>{failing}</button
                >
              {/if}
            </td>
          {/each}
          <td class="font-semibold">{all || ''}</td>
        </tr>
      {/each}
      {#if folds}
        <tr>
          <td colspan={heat.sites.length + 4}>
            <button
              class="text-quiet cursor-pointer"
              aria-expanded={showsKept}
              onclick={() => (showsKept = !showsKept)}
              >{kept.length} clauses hold everywhere: {showsKept
                ? 'only the others'
                : 'show them too'}</button
            >
          </td>
        </tr>
      {/if}
    </tbody>
  </table>
</div>

<style>
  .warm-1 {
    background: var(--modified);
  }
  .warm-2 {
    background: color-mix(in srgb, var(--modified) 45%, var(--removed));
  }
  .warm-3 {
    background: var(--removed);
  }
</style>
