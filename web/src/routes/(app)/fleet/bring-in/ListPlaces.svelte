<script lang="ts">
  import { lineOf } from './listPlaces';

  interface Props {
    /** The text that the places are of. */
    csv: string;
    places: readonly { line: number; message: string }[];
    says: string;
    /** Leads to a line, from 0. */
    ongo: (line: number) => void;
  }

  let { csv, places, says, ongo }: Props = $props();
</script>

{#if places.length > 0}
  <div class="mt-2 max-h-80 overflow-y-auto">
    <table class="rows" aria-label={says}>
      <thead><tr><th>Line</th><th>{says}</th><th>It reads</th></tr></thead>
      <tbody>
        {#each places as place, i (i)}
          <tr>
            <td
              ><button type="button" class="underline" onclick={() => ongo(place.line)}
                >{place.line + 1}</button
              ></td
            >
            <td>{place.message}</td>
            <td class="mono max-w-60 truncate">{lineOf(csv, place.line)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/if}
