<script lang="ts">
  import { session } from '$lib/state/session.svelte';

  interface Props {
    fields: readonly string[];
    sites: readonly string[];
    values: Record<string, Record<string, string>>;
    onfill: (site: string, field: string, value: string) => void;
  }

  let { fields, sites, values, onfill }: Props = $props();
</script>

<div class="panel mt-2 max-h-72 overflow-auto">
  <table class="rows">
    <caption class="sr-only">What each site fills in</caption>
    <thead>
      <tr
        ><th>Site</th>{#each fields as field (field)}<th class="mono">{field}</th>{/each}</tr
      >
    </thead>
    <tbody>
      {#each sites as site (site)}
        <tr>
          <th scope="row" class="font-normal">{site}</th>
          {#each fields as field (field)}
            <td>
              <input
                class="input mono input-sm w-full"
                maxlength="500"
                disabled={!session.mayAct}
                aria-label="{field} at {site}"
                value={values[site]?.[field] ?? ''}
                onchange={(event) => onfill(site, field, event.currentTarget.value)}
              />
            </td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
</div>
