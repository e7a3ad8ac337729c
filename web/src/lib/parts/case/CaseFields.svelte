<script lang="ts">
  import type { Person } from '$lib/api/client';
  import Field from '$lib/parts/form/Field.svelte';
  import type { Submission } from '$lib/state/submission.svelte';

  interface Props {
    title: string;
    people: string[];
    dueOn: string;
    all: readonly Person[];
    submission: Submission;
  }

  let { title = $bindable(), people = $bindable(), dueOn = $bindable(), all, submission }: Props = $props();
</script>

<Field label="What it is about" error={submission.of('title')}>
  <!-- svelte-ignore a11y_autofocus -->
  <input class="input w-full" maxlength="120" required bind:value={title} autofocus />
</Field>
<fieldset class="mt-1">
  <legend>Who sees to it</legend>
  <div class="mt-1 flex flex-wrap gap-x-4 gap-y-1">
    {#each all as person (person.account)}
      <label class="flex items-center gap-2"
        ><input type="checkbox" class="checkbox checkbox-sm" value={person.account} bind:group={people} />
        {person.fullName || person.account}</label
      >
    {/each}
  </div>
  {#if submission.of('people')}<p class="text-error">{submission.of('people')}</p>{/if}
</fieldset>
<Field label="Due by the end of" hint="Empty if it is not urgent." error={submission.of('dueOn')}>
  <input class="input w-52" type="date" bind:value={dueOn} />
</Field>
