<script lang="ts">
  import { onMount } from 'svelte';
  import { api, asProblem, need, type ApiToken, type Problem } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import EndToken from '$lib/parts/form/EndToken.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { session } from '$lib/state/session.svelte';
  import { roleSays } from '$lib/text/role';
  import NewToken from './NewToken.svelte';
  import OwnPassword from './OwnPassword.svelte';

  let tokens = $state<ApiToken[] | undefined>();
  let problem = $state<Problem | undefined>();
  let leaving = $state<ApiToken | undefined>();

  async function load() {
    try {
      tokens = await need(api.GET('/api/account/tokens'));
      problem = undefined;
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  async function end(id: number) {
    leaving = undefined;
    try {
      await need(api.DELETE('/api/account/tokens/{id}', { params: { path: { id } } }));
      await load();
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  onMount(load);
</script>

<svelte:head><title>Your account · Chaperone</title></svelte:head>

<h1>{session.who?.fullName}</h1>
{#if session.who}
  <p class="text-quiet">
    <span class="mono">{session.who.name}</span>, {session.who.role.toLowerCase()}: may {roleSays(
      session.who.role
    )}.
    <a class="underline" href="/audit?who={encodeURIComponent(session.who.name)}">What you did</a>
  </p>
{/if}

<ProblemNote {problem} class="mt-3" />

<div class="mt-4 grid grid-cols-[minmax(0,1fr)_320px] items-start gap-4">
  <section class="panel p-4" aria-labelledby="tokens">
    <h2 id="tokens">Tokens</h2>
    <p class="text-quiet mb-3">
      A program shows a token instead of your password:
      <code>Authorization: Bearer chaperone_…</code> at any address under <code>/api</code>.
    </p>
    <NewToken onmade={load} />
    {#if tokens && tokens.length > 0}
      <table class="rows mt-3">
        <thead><tr><th>Token</th><th>Scope</th><th>Ends</th><th>Last used</th><th></th></tr></thead>
        <tbody>
          {#each tokens as token (token.id)}
            <tr class={{ 'text-quiet': !token.inUse }}>
              <td class="font-semibold">{token.name}</td>
              <td>{token.scope.toLowerCase()}</td>
              <td>
                {#if token.endedAt}ended <When at={token.endedAt} />{:else}<When at={token.endsAt} />{/if}
              </td>
              <td
                >{#if token.lastUsedAt}<When at={token.lastUsedAt} />{:else}never{/if}</td
              >
              <td class="text-right whitespace-nowrap">
                {#if token.inUse}
                  <button class="btn" onclick={() => (leaving = token)} aria-label="End {token.name}"
                    >End…</button
                  >
                {/if}
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
    {:else if tokens}
      <p class="mt-3">You have none yet. Make one for each program, so that each can be ended by itself.</p>
    {/if}
  </section>
  <OwnPassword />
</div>

{#if leaving}
  {@const token = leaving}
  <EndToken {token} onyes={() => end(token.id)} onno={() => (leaving = undefined)} />
{/if}
