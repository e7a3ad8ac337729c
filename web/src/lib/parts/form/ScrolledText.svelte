<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { ClassValue } from 'svelte/elements';

  /** What is only read and may be longer than its box: the box is reached by keyboard, to scroll it (WCAG 2.1.1). */
  interface Props {
    /** What it holds, for those who do not see it. */
    label: string;
    /** Commands or lines as a device has them; without it, the children. */
    text?: string;
    /** Whether long lines go on below instead of beyond the edge. */
    wraps?: boolean;
    class?: ClassValue;
    children?: Snippet;
  }

  const { label, text, wraps = false, class: look, children }: Props = $props();
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div
  role="group"
  aria-label={label}
  tabindex="0"
  class={['overflow-auto', text !== undefined && 'bg-base-200 rounded px-2 py-1', look]}
>
  {#if text === undefined}{@render children?.()}{:else}<pre
      class={[wraps && 'whitespace-pre-wrap']}>{text}</pre>{/if}
</div>
