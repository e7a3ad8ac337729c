<script lang="ts">
  interface Props {
    /** The names that lead to the block, from the top. */
    at: readonly string[];
    /** Names by which it can go on. */
    below: readonly string[];
    onchange: (at: string[]) => void;
  }

  let { at, below, onchange }: Props = $props();
</script>

<nav class="flex flex-wrap items-center gap-1" aria-label="Path">
  <button class="btn btn-sm" type="button" aria-pressed={at.length === 0} onclick={() => onchange([])}
    >top</button
  >
  {#each at as name, i (i)}
    <span class="text-quiet" aria-hidden="true">/</span>
    <button
      class="btn btn-sm mono max-w-72 truncate"
      type="button"
      title={name}
      aria-pressed={i === at.length - 1}
      onclick={() => onchange(at.slice(0, i + 1))}>{name}</button
    >
  {/each}
  {#if below.length > 0}
    <span class="text-quiet" aria-hidden="true">/</span>
    <select
      class="select select-sm mono w-48"
      aria-label="Go on to"
      value=""
      onchange={(event) => onchange([...at, event.currentTarget.value])}
    >
      <option value="" disabled>{below.length} below</option>
      {#each below as name (name)}<option value={name}>{name}</option>{/each}
    </select>
  {/if}
</nav>
