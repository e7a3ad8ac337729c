<script lang="ts">
  import { preferences } from '$lib/state/preferences.svelte';
  import { clock } from '$lib/state/clock.svelte';
  import { iso } from '$lib/text/time';

  const isUtc = $derived(preferences.zone === 'UTC');
  const now = $derived(iso(clock.now, preferences.zone));
</script>

<button
  class="chip rounded-full px-3 py-1"
  title="All times are {isUtc ? 'in UTC' : `local, ${now.slice(19)}`}. Another click tells them {isUtc
    ? 'in your own zone'
    : 'in UTC'}."
  onclick={() => preferences.change({ zone: isUtc ? 'local' : 'UTC' })}
  >{now.slice(11, 16)} {isUtc ? 'UTC' : 'local'}</button
>
