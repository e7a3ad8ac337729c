<script lang="ts">
  import { regret } from '$lib/state/regret.svelte';
  import { onMount } from 'svelte';
  import { api, need } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';

  let pairs = $state<{ first: string; second: string; decidedBy: string }[]>([]);
  let proposals = $state<{ first: string; second: string; why: string }[]>([]);
  let refused = $state<string[][]>([]);
  let showsAll = $state(false);
  const SHOWN = 4;

  const doing = new Doing(async () => {
    ({ pairs, proposals, refused } = await need(api.GET('/api/pairs')));
  });

  const confirm = (first: string, second: string) =>
    doing.act(() => need(api.PUT('/api/pairs', { body: { first, second } })));
  const confirmAll = () =>
    doing.act(async () => {
      for (const { first, second } of proposals) {
        await need(api.PUT('/api/pairs', { body: { first, second } }));
      }
    });
  const refuse = (first: string, second: string) =>
    doing.act(() =>
      regret.of(
        `${first} and ${second} are no pair.`,
        need(api.DELETE('/api/pairs', { params: { query: { first, second } } })),
        doing.load
      )
    );

  onMount(() => {
    doing.load();
    return live.on('fleet', doing.load);
  });
</script>

<section class="panel p-3.5" aria-labelledby="pairs">
  <h2 id="pairs">Pairs</h2>
  <p class="text-quiet">Devices that back each other up.</p>
  <ProblemNote problem={doing.problem} />
  {#if proposals.length > 0}
    <p class="mt-1 font-semibold">{proposals.length} proposed</p>
    <ul class="space-y-1.5">
      {#each showsAll ? proposals : proposals.slice(0, SHOWN) as pair (pair.first)}
        <li>
          {pair.first} and {pair.second}
          <div class="text-quiet text-[0.9rem]">{pair.why}</div>
          {#if session.mayAct}
            <button class="btn h-6 px-2" onclick={() => confirm(pair.first, pair.second)}>A pair</button>
            <button class="btn btn-ghost h-6 px-2" onclick={() => refuse(pair.first, pair.second)}
              >Not a pair</button
            >
          {/if}
        </li>
      {/each}
    </ul>
    <div class="mt-1 flex flex-wrap gap-1">
      {#if proposals.length > SHOWN}<button
          class="btn btn-ghost h-6 px-2"
          onclick={() => (showsAll = !showsAll)}
          >{showsAll ? 'Fewer' : `${proposals.length - SHOWN} more`}</button
        >{/if}
      {#if session.mayAct && proposals.length > 1}<button class="btn h-6 px-2" onclick={confirmAll}
          >All {proposals.length} are pairs</button
        >{/if}
    </div>
  {/if}
  <ul class="mt-1">
    {#each pairs as pair (pair.first)}
      <li class="flex items-center gap-1">
        <span class="grow truncate">{pair.first} and {pair.second}</span>
        {#if session.mayAct}<button
            class="btn btn-ghost h-6 px-1.5"
            aria-label="{pair.first} and {pair.second} are not a pair"
            onclick={() => refuse(pair.first, pair.second)}>Not a pair</button
          >{/if}
      </li>
    {:else}
      {#if proposals.length === 0}<li class="text-quiet">None is proposed and none decided.</li>{/if}
    {/each}
  </ul>
  {#if refused.length > 0}
    <details class="mt-2">
      <summary class="text-quiet cursor-pointer">{refused.length} said to be no pair</summary>
      <ul class="mt-1">
        {#each refused as [first = '', second = ''] (`${first} ${second}`)}
          <li class="flex items-center gap-1">
            <span class="grow truncate">{first} and {second}</span>
            {#if session.mayAct}<button
                class="btn btn-ghost h-6 px-1.5"
                aria-label="{first} and {second} are a pair"
                onclick={() => confirm(first, second)}>A pair</button
              >{/if}
          </li>
        {/each}
      </ul>
    </details>
  {/if}
</section>
