<script lang="ts">
  import type { Snippet } from 'svelte';
  import ListFile from './ListFile.svelte';
  import Menu from './Menu.svelte';

  interface Props {
    /** Where the list is, without the ending. */
    path: string;
    /** What is asked for, as it stands in the address. */
    query: string;
    buttonClass?: string;
    class?: string;
    /** More that can be saved from here. */
    children?: Snippet;
  }

  let { path, query, buttonClass = 'btn', class: place = 'mt-1 w-52', children }: Props = $props();
</script>

<Menu label="Export" {buttonClass} class={place}>
  <ul>
    <ListFile {path} {query} />
    {@render children?.()}
  </ul>
</Menu>
