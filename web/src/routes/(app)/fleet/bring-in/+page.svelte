<script lang="ts">
  import { onMount } from 'svelte';
  import { api, asProblem, need, type CredentialSet, type Platform, type Problem } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { address } from '$lib/state/address.svelte';
  import FirstContact from './FirstContact.svelte';
  import FromList from './FromList.svelte';
  import FromPast from './FromPast.svelte';
  import LookThrough from './LookThrough.svelte';

  let sets = $state<CredentialSet[] | undefined>();
  let platforms = $state<Platform[]>([]);
  let problem = $state<Problem | undefined>();
  const looks = $derived(address.params.get('by') === 'ranges');
  const isPast = $derived(address.params.get('by') === 'past');
  const isNew = $derived(address.params.get('by') === 'new');

  onMount(async () => {
    try {
      sets = await need(api.GET('/api/credential-sets'));
      platforms = await need(api.GET('/api/platforms'));
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  });
</script>

<svelte:head><title>Bring devices in · Chaperone</title></svelte:head>

<h1>Bring devices in</h1>
<p class="text-quiet">
  {isPast
    ? 'What devices ran before they were copied here first. Nobody is called.'
    : isNew
      ? 'A device that was just unpacked listens on its cable only. It has to be told a few things before it can be called.'
      : 'Each address is called at once with the log-in of one credential set; every line gets its own outcome.'}
</p>

<div class="join mt-3" role="group" aria-label="How">
  <button
    class="btn join-item"
    aria-pressed={!looks && !isNew && !isPast}
    onclick={() => address.change({ by: '' })}>From a list</button
  >
  <button class="btn join-item" aria-pressed={looks} onclick={() => address.change({ by: 'ranges' })}
    >By looking through ranges</button
  >
  <button class="btn join-item" aria-pressed={isNew} onclick={() => address.change({ by: 'new' })}
    >A factory-new device first</button
  >
  <button class="btn join-item" aria-pressed={isPast} onclick={() => address.change({ by: 'past' })}
    >The past of known devices</button
  >
</div>

<ProblemNote {problem} class="mt-3" />
{#if looks}
  <LookThrough sets={sets ?? []} />
{:else if isPast}
  <FromPast />
{:else if isNew}
  <FirstContact {platforms} />
{:else}
  <FromList {sets} {platforms} />
{/if}
