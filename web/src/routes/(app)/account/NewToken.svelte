<script lang="ts">
  import { api, need } from '$lib/api/client';
  import Field from '$lib/parts/form/Field.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { session } from '$lib/state/session.svelte';
  import { scopesOf } from '$lib/text/role';
  import { Submission } from '$lib/state/submission.svelte';

  let { onmade }: { onmade: () => void } = $props();
  let name = $state('');
  let scope = $state<'VIEWER' | 'ENGINEER' | 'APPROVER' | 'ADMINISTRATOR'>('VIEWER');
  let days = $state(90);
  let made = $state('');

  const making = new Submission(async () => {
    made = (await need(api.POST('/api/account/tokens', { body: { name, scope, days } }))).token;
    name = '';
    onmade();
  });
</script>

<form class="flex flex-wrap items-end gap-3" onsubmit={making.submit}>
  <Field label="For which program" class="grow">
    <input class="input w-full" bind:value={name} maxlength="60" required placeholder="night report" />
  </Field>
  <Field label="Scope">
    <select class="select w-36" bind:value={scope}>
      {#each scopesOf(session.who?.role ?? 'VIEWER') as each (each)}<option value={each}
          >{each.toLowerCase()}</option
        >{/each}
    </select>
  </Field>
  <Field label="Days">
    <input class="input w-20" type="number" bind:value={days} min="1" max="366" required />
  </Field>
  <button class="btn btn-primary">Make a token</button>
</form>
<ProblemNote problem={making.problem} class="mt-3" />
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
