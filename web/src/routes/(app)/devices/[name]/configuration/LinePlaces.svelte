<script lang="ts">
  import type { LinePlace } from '$lib/api/client';

  interface Props {
    places: readonly LinePlace[];
    /** Said if there is no such place. */
    none: string;
    ongo: (line: number) => void;
  }

  let { places, none, ongo }: Props = $props();
  const SHOWN = 8;
  let showsAll = $state(false);
  const shown = $derived(showsAll ? places : places.slice(0, SHOWN));
</script>

<ul>
  {#each shown as place (place.line)}
    <li>
      <button class="mono min-h-[24px] text-left hover:underline" onclick={() => ongo(place.line)}>
        <span class="text-quiet">{place.line + 1}</span>
        <span class="text-quiet">{place.path.map((above) => `${above} / `).join('')}</span>{place.text}
      </button>
    </li>
  {:else}<li class="text-quiet">{none}</li>{/each}
</ul>
{#if places.length > shown.length}
  <button class="btn h-7" onclick={() => (showsAll = true)}>All {places.length}</button>
{/if}
