<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { asProblem, type Problem } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import Wordmark from '$lib/parts/frame/Wordmark.svelte';
  import { session } from '$lib/state/session.svelte';
  import { once } from '$lib/state/once';

  let name = $state('');
  let password = $state('');
  let problem = $state<Problem | undefined>();
  let isBusy = $state(false);

  const logIn = once(async () => {
    isBusy = true;
    problem = undefined;
    try {
      await session.logIn(name, password);
      const wanted = page.url.searchParams.get('to') ?? '/fleet';
      // Only a path of our own: an address from outside must not lead away.
      await goto(wanted.startsWith('/') && !wanted.startsWith('//') ? wanted : '/fleet');
    } catch (thrown) {
      problem = asProblem(thrown);
      password = '';
    } finally {
      isBusy = false;
    }
  });
</script>

<svelte:head><title>Log in · Chaperone</title></svelte:head>

<main class="flex min-h-screen items-start justify-center pt-[18vh]">
  <form class="panel w-80 p-6" onsubmit={logIn}>
    <h1 class="text-act-text flex items-center gap-2">
      <Wordmark />
    </h1>
    <label class="mt-4 block">
      <span class="font-semibold">Name</span>
      <!-- svelte-ignore a11y_autofocus -->
      <input
        class="input mt-1 w-full"
        bind:value={name}
        autocomplete="username"
        maxlength="40"
        required
        autofocus
      />
    </label>
    <label class="mt-3 block">
      <span class="font-semibold">Password</span>
      <input
        class="input mt-1 w-full"
        type="password"
        bind:value={password}
        autocomplete="current-password"
        maxlength="200"
        required
      />
    </label>
    {#if problem}<div class="mt-3"><ProblemNote {problem} /></div>{/if}
    <button class="btn btn-primary mt-4 w-full" disabled={isBusy}>Log in</button>
  </form>
</main>
