<script lang="ts">
  import type { StandardResults } from '$lib/api/client';
  import When from '$lib/parts/form/When.svelte';
  import { count } from '$lib/text/time';

  interface Props {
    results: StandardResults;
  }

  let { results }: Props = $props();
  const { pass, fail, excepted, notKnown } = $derived(results.all);
  const number = (value: number) => value.toLocaleString('en-GB');
</script>

<p class="text-quiet mt-3">
  Text {results.number}, in force since <When at={results.publishedAt} />. On {count(
    results.devices,
    'device'
  )}
  {number(pass)} verdicts hold, {number(fail)} fail{excepted > 0
    ? `, ${number(excepted)} ${excepted === 1 ? 'is' : 'are'} excepted`
    : ''}{notKnown > 0 ? `, of ${number(notKnown)} it is not known` : ''}.
  {#if results.waiting > 0}
    <span role="status"
      >{count(results.waiting, 'device')} still to be judged by it
      <progress
        class="progress w-28 align-middle"
        value={results.devices - results.waiting}
        max={results.devices}
        aria-label="Judged by the newest text"
      ></progress></span
    >
  {/if}
</p>
