<script lang="ts">
  import { onMount } from 'svelte';
  import type { TemplateField } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { labelOf } from '$lib/parts/template/templateText';
  import type { FillPage } from './fillPage.svelte';

  interface Props {
    opened: FillPage;
    own: NonNullable<FillPage['of']>;
    field: TemplateField;
  }

  let { opened, own, field }: Props = $props();
  const ticked = $derived(own.ports[field.name] ?? []);
  const ports = $derived(opened.ports.value ?? []);

  onMount(() => {
    opened.look(field.name);
  });
</script>

<div class="flex items-center gap-3">
  <label class="flex grow items-center gap-3">
    <b class="whitespace-nowrap">{labelOf(field)} of {own.device}</b>
    <input
      class="input mono grow"
      maxlength="500"
      placeholder="1/0/[1-24] has kiosk not 1/0/7 not has closed"
      value={own.filters[field.name] ?? ''}
      oninput={(event) => opened.pick(field.name, event.currentTarget.value)}
    />
  </label>
  <span><b>{ticked.length}</b> of {ports.length}</span>
</div>
<ProblemNote problem={opened.ports.problem} class="mt-2" />
{#if !opened.ports.value}
  {#if !opened.ports.problem}<p class="text-quiet mt-2">Loading…</p>{/if}
{:else if ports.length === 0}
  <p class="text-quiet mt-2">Its newest copy knows no ports.</p>
{:else}
  <div class="mt-2 max-h-[46vh] overflow-auto">
    <table class="rows" aria-label="{labelOf(field)} of {own.device}">
      <thead><tr><th class="w-8"></th><th>Port</th><th>Now</th></tr></thead>
      <tbody>
        {#each ports as port (port.name)}
          <tr>
            <td>
              <input
                type="checkbox"
                class="checkbox checkbox-sm"
                aria-label={port.name}
                checked={ticked.includes(port.name)}
                onchange={() => opened.tick(field.name, port.name)}
              />
            </td>
            <td class="mono">{port.name}</td>
            <td class="mono text-quiet max-w-[40rem] truncate">{port.lines.join(' · ')}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/if}
