<script lang="ts">
  import type { TemplateField } from '$lib/api/client';
  import { KIND } from '$lib/parts/template/templateText';

  interface Props {
    fields: TemplateField[];
  }

  let { fields = $bindable() }: Props = $props();
  const kinds = Object.entries(KIND) as [TemplateField['kind'], string][];
</script>

{#if fields.length === 0}
  <p class="text-quiet">No field yet: a text without fields says the same on every device.</p>
{:else}
  <table class="rows" aria-label="Fields">
    <thead>
      <tr
        ><th>Name</th><th>Kind</th><th>Label</th><th>Default</th><th
          title="Each device has a value of its own">Own</th
        ><th></th></tr
      >
    </thead>
    <tbody>
      {#each fields as field, i (i)}
        <tr>
          <td>
            <input
              class="input input-sm mono w-full"
              aria-label="Name"
              maxlength="40"
              bind:value={field.name}
            />
          </td>
          <td>
            <select class="select select-sm w-28" aria-label="Kind" bind:value={field.kind}>
              {#each kinds as [kind, word] (kind)}<option value={kind}>{word}</option>{/each}
            </select>
          </td>
          <td>
            <input
              class="input input-sm w-full"
              aria-label="Label"
              maxlength="100"
              bind:value={field.label}
            />
          </td>
          <td>
            {#if field.kind !== 'PORTS'}
              <input
                class="input input-sm w-full"
                aria-label="Default"
                maxlength="500"
                bind:value={field.fallback}
              />
            {/if}
          </td>
          <td>
            {#if field.kind !== 'PORTS'}
              <input
                type="checkbox"
                class="checkbox checkbox-sm"
                aria-label="Each device has its own"
                bind:checked={field.isPerDevice}
              />
            {/if}
          </td>
          <td>
            <button
              class="btn btn-ghost btn-sm"
              type="button"
              aria-label="Take {field.name} out"
              onclick={() => fields.splice(i, 1)}>×</button
            >
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
{/if}
