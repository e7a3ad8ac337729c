<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type TokenOf } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import EndToken from '$lib/parts/form/EndToken.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { Doing } from '$lib/state/doing.svelte';

  let tokens = $state.raw<TokenOf[] | undefined>();
  let asks = $state<TokenOf | undefined>();
  const inUse = $derived(tokens?.filter((token) => token.inUse) ?? []);

  const doing = new Doing(async () => {
    tokens = await need(api.GET('/api/tokens'));
  });

  async function end(id: number) {
    asks = undefined;
    await doing.act(() => need(api.DELETE('/api/tokens/{id}', { params: { path: { id } } })));
  }

  onMount(doing.load);
</script>

<section class="mt-6" aria-labelledby="tokens">
  <h2 id="tokens">Tokens of programs</h2>
  <ProblemNote problem={doing.problem} class="mt-2" />
  {#if tokens && inUse.length === 0}
    <p class="text-quiet">No program has one. People make them on the page of their account.</p>
  {:else if tokens}
    <div class="panel mt-2 overflow-x-auto">
      <table class="rows">
        <thead>
          <tr><th>Account</th><th>Token</th><th>May act as</th><th>Last used</th><th>Until</th><th></th></tr>
        </thead>
        <tbody>
          {#each inUse as token (token.id)}
            <tr>
              <td class="mono font-semibold">{token.account}</td>
              <td>{token.name}</td>
              <td>{token.scope.toLowerCase()}</td>
              <td class="whitespace-nowrap"
                >{#if token.lastUsedAt}<When at={token.lastUsedAt} />{:else}<span class="text-quiet"
                    >never</span
                  >{/if}</td
              >
              <td class="whitespace-nowrap"><When at={token.endsAt} /></td>
              <td class="text-right whitespace-nowrap">
                <button
                  class="btn"
                  onclick={() => (asks = token)}
                  aria-label="End {token.name} of {token.account}">End…</button
                >
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  {/if}
</section>

{#if asks}
  {@const token = asks}
  <EndToken {token} onyes={() => end(token.id)} onno={() => (asks = undefined)} />
{/if}
