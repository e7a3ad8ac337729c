<script lang="ts">
  import { api, need } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Submission } from '$lib/state/submission.svelte';

  const FIELDS = [
    { key: 'present', says: 'Present password', least: undefined, hint: '', complete: 'current-password' },
    { key: 'next', says: 'New password', least: 12, hint: '12 characters or more', complete: 'new-password' },
    { key: 'again', says: 'Once more', least: undefined, hint: '', complete: 'new-password' }
  ] as const;
  let typed = $state({ present: '', next: '', again: '' });
  let tokensStay = $state(false);
  let changed = $state(false);
  const differs = $derived(typed.again !== '' && typed.again !== typed.next);

  const changing = new Submission(async () => {
    if (differs) return;
    changed = false;
    const body = { present: typed.present, next: typed.next, tokensStay };
    await need(api.PUT('/api/account/password', { body }));
    typed = { present: '', next: '', again: '' };
    changed = true;
  });
</script>

<form class="panel flex flex-col gap-3 p-4" onsubmit={changing.submit}>
  <h2>Password</h2>
  {#each FIELDS as field (field.key)}
    <label>
      <span class="font-semibold">{field.says}</span>
      <input
        class="input mt-1 w-full"
        type="password"
        bind:value={typed[field.key]}
        required
        minlength={field.least}
        maxlength="200"
        placeholder={field.hint}
        autocomplete={field.complete}
      />
    </label>
  {/each}
  <label class="flex items-start gap-2">
    <input type="checkbox" class="checkbox mt-0.5" bind:checked={tokensStay} />
    <span>Let my tokens go on. Left open, they end: whoever knew the old password may have made some.</span>
  </label>
  {#if differs}<p class="text-error">The two are not the same.</p>{/if}
  <ProblemNote problem={changing.problem} />
  {#if changed}<p role="status" class="text-success font-semibold">
      Changed. Your other sessions {tokensStay ? '' : 'and your tokens '}have ended.
    </p>{/if}
  <button class="btn btn-primary self-start" disabled={differs}>Save</button>
</form>
