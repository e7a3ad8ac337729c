<script lang="ts">
  import { COLUMNS, type Guess } from './headings';

  interface Props {
    guess: Guess;
    /** By the header in small letters; an empty meaning passes the column over. */
    meanings: Record<string, string>;
  }

  let { guess, meanings = $bindable() }: Props = $props();
</script>

<div class="mt-3" role="group" aria-label="What the columns mean">
  <h3 class="font-semibold">What the columns mean</h3>
  <p class="text-quiet">The list’s own headers are kept in mind for the next time.</p>
  <div class="mt-1 overflow-x-auto">
    <table class="rows">
      <thead
        ><tr
          >{#each guess.headers as header, i (i)}<th>{header}</th>{/each}</tr
        ></thead
      >
      <tbody>
        <tr>
          {#each guess.headers as header, i (i)}
            <td>
              <select
                class="select w-36"
                aria-label="Meaning of {header}"
                bind:value={meanings[header.toLowerCase()]}
              >
                {#each COLUMNS as column (column.value)}<option value={column.value}>{column.says}</option
                  >{/each}
              </select>
            </td>
          {/each}
        </tr>
        {#each guess.rows.slice(0, 3) as row, r (r)}
          <tr
            >{#each row as cell, i (i)}<td class="mono max-w-48 truncate">{cell}</td>{/each}</tr
          >
        {/each}
      </tbody>
    </table>
  </div>
</div>
