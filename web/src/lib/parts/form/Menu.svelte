<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    /** On the button that opens it. */
    label: string;
    /** What it is called where that is not what stands on the button. */
    name?: string;
    /** Which of its edges is the button's. */
    align?: 'start' | 'end';
    buttonClass?: string;
    class?: string;
    children: Snippet;
  }

  let {
    label,
    name = label,
    align = 'end',
    buttonClass = 'btn btn-ghost h-7',
    class: place = 'w-44',
    children
  }: Props = $props();
  const id = $props.id();
</script>

<!-- The browser closes it by Escape and by a click beside it, and gives the focus back. -->
<button
  class={buttonClass}
  popovertarget={id}
  style:anchor-name="--{id}"
  aria-haspopup="true"
  aria-label={name === label ? undefined : name}>{label}</button
>
<div
  {id}
  popover="auto"
  class="menu-panel dropdown {align === 'end' ? 'dropdown-end' : 'dropdown-start'} panel p-2 {place}"
  style:position-anchor="--{id}"
  role="group"
  aria-label={name}
>
  {@render children()}
</div>

<style>
  .menu-panel {
    background: var(--card);
    color: var(--color-base-content);
    /* It stands at once where it will stay: who is quick does not click beside what still grows. */
    transition: none;
    scale: 1;
  }
</style>
