<script lang="ts">
  import { clock } from '$lib/state/clock.svelte';
  import { preferences } from '$lib/state/preferences.svelte';
  import { age, exact, iso, moment } from '$lib/text/time';

  interface Props {
    /** An instant in ISO form. */
    at: string;
    /** Say how long ago it was instead of when. */
    ago?: boolean;
    /** To the second and with its zone, where it is a record. */
    full?: boolean;
  }

  let { at, ago = false, full = false }: Props = $props();
  const then = $derived(Date.parse(at));
  const zone = $derived(preferences.zone);
</script>

<time datetime={at} title={exact(then, zone)} class={{ mono: full }}
  >{ago ? age(then, clock.now) : full ? iso(then, zone) : moment(then, clock.now, zone)}</time
>
