<script lang="ts">
  import ScrolledText from '$lib/parts/form/ScrolledText.svelte';
  import type { Found } from '$lib/api/client';
  import { rowKeys } from '$lib/keys/rowKeys';
  import { count } from '$lib/text/time';

  interface Props {
    lines: Found['lines'];
  }

  let { lines }: Props = $props();
  let unfolded = $state<string[]>([]);
  /** So many devices are named in a row; the others when it is unfolded. */
  const NAMED = 4;
  const keyOf = (same: Found['lines'][number]) => [...same.path, same.text].join('\n');
  const pathOf = (device: string, text: string) =>
    `/devices/${encodeURIComponent(device)}/configuration?${new URLSearchParams({ find: text })}`;
  const toggle = (key: string) =>
    (unfolded = unfolded.includes(key) ? unfolded.filter((each) => each !== key) : [...unfolded, key]);
</script>

<div class="panel mt-2 overflow-x-auto">
  <table class="rows" {@attach rowKeys('line')}>
    <thead><tr><th>Line</th><th>Below</th><th>On</th><th>Devices</th></tr></thead>
    <tbody>
      {#each lines as same (keyOf(same))}
        {@const isOpen = unfolded.includes(keyOf(same))}
        <tr class="align-top">
          <td class="w-1/2 max-w-0">
            <button
              class="mono block min-h-[24px] max-w-full cursor-pointer truncate text-left"
              aria-expanded={isOpen}
              title={same.text}
              onclick={() => toggle(keyOf(same))}>{same.text}</button
            >
            {#if isOpen}
              {@const first = same.places[0]}
              <ScrolledText
                label="Where it stands"
                text={[...same.path, first?.before, `▸ ${same.text}`, first?.after]
                  .filter((each) => each !== undefined && each !== '')
                  .join('\n')}
                class="mt-1"
              />
            {/if}
          </td>
          <td class="mono text-quiet max-w-56 truncate" title={same.path.join(' / ')}
            >{same.path.join(' / ') || '—'}</td
          >
          <td class="whitespace-nowrap">{count(same.places.length, 'place')}</td>
          <td class="max-w-[24rem]">
            {#each isOpen ? same.places : same.places.slice(0, NAMED) as place (place.device + place.line)}
              <a
                class="mr-2 inline-flex h-[24px] items-center whitespace-nowrap hover:underline"
                title="{place.site || 'no site'}, line {place.line + 1}"
                href={pathOf(place.device, same.text)}>{place.device}</a
              >
            {/each}
            {#if !isOpen && same.places.length > NAMED}
              <button class="text-quiet h-[24px] cursor-pointer" onclick={() => toggle(keyOf(same))}
                >and {same.places.length - NAMED} more</button
              >
            {/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
</div>
