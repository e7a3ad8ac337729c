<script lang="ts">
  import { clock } from '$lib/state/clock.svelte';
  import { age, exact, moment } from '$lib/text/time';

  interface Props {
    /** An instant in ISO form. */
    at: string;
    /** Say how long ago it was instead of when. */
    ago?: boolean;
  }

  let { at, ago = false }: Props = $props();
  const then = $derived(Date.parse(at));
</script>

<time datetime={at} title={exact(then)}>{ago ? age(then, clock.now) : moment(then, clock.now)}</time>
