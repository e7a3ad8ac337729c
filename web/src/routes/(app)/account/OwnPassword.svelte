<script lang="ts">
  import { api, asProblem, need, type Problem } from '$lib/api/client';
  import ProblemNote from '$lib/parts/ProblemNote.svelte';

  let present = $state('');
  let next = $state('');
  let again = $state('');
  let changed = $state(false);
  let problem = $state<Problem | undefined>();
  const differs = $derived(again !== '' && again !== next);

  async function change(event: SubmitEvent) {
    event.preventDefault();
    if (differs) return;
    changed = false;
    try {
      await need(api.PUT('/api/account/password', { body: { present, next } }));
      present = next = again = '';
      problem = undefined;
      changed = true;
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }
</script>

<form class="panel flex flex-col gap-3 p-4" onsubmit={change}>
  <h2>Password</h2>
  <label>
    <span class="font-semibold">Present password</span>
    <input
      class="input mt-1 w-full"
      type="password"
      bind:value={present}
      required
      maxlength="200"
      autocomplete="current-password"
    />
  </label>
  <label>
    <span class="font-semibold">New password</span>
    <input
      class="input mt-1 w-full"
      type="password"
      bind:value={next}
      required
      minlength="12"
      maxlength="200"
      placeholder="12 characters or more"
      autocomplete="new-password"
    />
  </label>
  <label>
    <span class="font-semibold">Once more</span>
    <input
      class="input mt-1 w-full"
      type="password"
      bind:value={again}
      required
      maxlength="200"
      autocomplete="new-password"
    />
  </label>
  {#if differs}<p class="text-error">The two are not the same.</p>{/if}
  {#if problem}<ProblemNote {problem} />{/if}
  {#if changed}<p role="status" class="text-success font-semibold">
      Changed. Your other sessions have ended.
    </p>{/if}
  <button class="btn btn-primary self-start" disabled={differs}>Change password</button>
</form>
