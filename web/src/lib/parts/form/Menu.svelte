<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    /** On the button that opens it. */
    label: string;
    buttonClass?: string;
    class?: string;
    children: Snippet;
  }

  let { label, buttonClass = 'btn btn-ghost h-7', class: place = 'w-44', children }: Props = $props();
  const id = $props.id();
</script>

<!-- The browser closes it by Escape and by a click beside it, and gives the focus back. -->
<button class={buttonClass} popovertarget={id} style:anchor-name="--{id}" aria-haspopup="true">{label}</button
>
<div
  {id}
  popover="auto"
  class="menu-panel dropdown dropdown-end panel p-2 {place}"
  style:position-anchor="--{id}"
  role="group"
  aria-label={label}
>
  {@render children()}
</div>

<style>
  .menu-panel {
    background: var(--card);
    color: inherit;
  }
</style>
