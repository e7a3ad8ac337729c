<script lang="ts">
  import { api, asProblem, need, type Problem } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { session } from '$lib/state/session.svelte';
  import { scopesOf } from '$lib/text/role';
  import { once } from '$lib/state/once';

  let { onmade }: { onmade: () => void } = $props();
  let name = $state('');
  let scope = $state<'VIEWER' | 'ENGINEER' | 'APPROVER' | 'ADMINISTRATOR'>('VIEWER');
  let days = $state(90);
  let made = $state('');
  let problem = $state<Problem | undefined>();

  const make = once(async () => {
    try {
      made = (await need(api.POST('/api/account/tokens', { body: { name, scope, days } }))).token;
      name = '';
      problem = undefined;
      onmade();
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  });
</script>

<form class="flex flex-wrap items-end gap-3" onsubmit={make}>
  <label class="grow">
    <span class="font-semibold">For which program</span>
    <input class="input mt-1 w-full" bind:value={name} maxlength="60" required placeholder="night report" />
  </label>
  <label>
    <span class="font-semibold">Scope</span>
    <select class="select mt-1 w-36" bind:value={scope}>
      {#each scopesOf(session.who?.role ?? 'VIEWER') as each (each)}<option value={each}
          >{each.toLowerCase()}</option
        >{/each}
    </select>
  </label>
  <label>
    <span class="font-semibold">Days</span>
    <input class="input mt-1 w-20" type="number" bind:value={days} min="1" max="366" required />
  </label>
  <button class="btn btn-primary">Make a token</button>
</form>
{#if problem}<div class="mt-3"><ProblemNote {problem} /></div>{/if}
{#if made}
  <div class="bg-added rounded-field mt-3 p-3" role="status">
    <p class="font-semibold">Copy it now: it is not kept and never shown again.</p>
    <div class="mt-1 flex items-center gap-2">
      <code class="grow break-all select-all" data-testid="token">{made}</code>
      <button class="btn" type="button" onclick={() => navigator.clipboard?.writeText(made)}>Copy</button>
      <button class="btn" type="button" onclick={() => (made = '')}>Done</button>
    </div>
  </div>
{/if}
