<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type FleetEdit } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { count } from '$lib/text/time';
  import { undoneText } from './fleetView';

  interface Props {
    onundone: (said: string) => void;
  }

  let { onundone }: Props = $props();
  let edits = $state<FleetEdit[]>([]);
  const doing = new Doing(async () => {
    edits = await need(api.GET('/api/fleet-edits'));
  });

  const undo = (edit: FleetEdit) =>
    doing.act(async () => {
      const undone = await need(
        api.POST('/api/fleet-edits/{id}/undo', { params: { path: { id: edit.id } } })
      );
      onundone(undoneText(undone.devices, undone.left));
    });

  onMount(doing.load);
</script>

<ProblemNote problem={doing.problem} class="mt-3" />
{#if edits.length > 0}
  <details class="mt-5">
    <summary class="cursor-pointer font-semibold">Earlier edits</summary>
    <ul class="mt-1 max-h-44 overflow-y-auto">
      {#each edits as edit (edit.id)}
        <li class="border-base-300 flex items-center gap-2 border-b py-1.5">
          <span class="grow">
            {edit.words || 'nothing'} for {count(edit.devices, 'device')}
            <span class="text-quiet">{edit.account}, <When at={edit.at} /></span>
          </span>
          {#if edit.undoneBy}<span class="text-quiet">undone by {edit.undoneBy}</span>
          {:else}<button class="btn" type="button" onclick={() => undo(edit)}>Undo</button>{/if}
        </li>
      {/each}
    </ul>
  </details>
{/if}
