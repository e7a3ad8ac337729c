<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import Field from '$lib/parts/form/Field.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import Wordmark from '$lib/parts/frame/Wordmark.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';

  let name = $state('');
  let password = $state('');

  const logging = new Submission(async () => {
    try {
      await session.logIn(name, password);
    } catch (thrown) {
      password = '';
      throw thrown;
    }
    const wanted = page.url.searchParams.get('to') ?? '/desk';
    // Only a path of our own: an address from outside must not lead away.
    await goto(wanted.startsWith('/') && !wanted.startsWith('//') ? wanted : '/desk');
  });
</script>

<svelte:head><title>Log in · Chaperone</title></svelte:head>

<main class="flex min-h-screen items-start justify-center pt-[18vh]">
  <form class="panel w-80 p-6" onsubmit={logging.submit}>
    <h1 class="text-act-text flex items-center gap-2">
      <Wordmark />
    </h1>
    <Field label="Name" class="mt-4">
      <!-- svelte-ignore a11y_autofocus -->
      <input
        class="input w-full"
        bind:value={name}
        autocomplete="username"
        maxlength="40"
        required
        autofocus
      />
    </Field>
    <Field label="Password" class="mt-3">
      <input
        class="input w-full"
        type="password"
        bind:value={password}
        autocomplete="current-password"
        maxlength="200"
        required
      />
    </Field>
    <ProblemNote problem={logging.problem} class="mt-3" />
    <button class="btn btn-primary mt-4 w-full" disabled={logging.isSending}>Log in</button>
  </form>
</main>
