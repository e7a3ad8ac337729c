<script lang="ts">
  import Confirm from '$lib/parts/form/Confirm.svelte';
  import ListMenu from '$lib/parts/form/ListMenu.svelte';
  import { session } from '$lib/state/session.svelte';

  interface Props {
    /** What of the list is asked for. */
    query: string;
  }

  let { query }: Props = $props();
  let asks = $state<{ title: string; path: string } | undefined>();

  const WITH_SECRETS = [
    { title: 'The history as a Git bundle', path: '/api/exports/history.bundle' },
    { title: 'What runs now as ZIP', path: '/api/exports/configurations.zip' }
  ];
</script>

<ListMenu path="/api/history/changes" {query} class="mt-1 w-[22rem]">
  <li>
    <a class="btn btn-ghost w-full justify-start" href="/api/exports/masked-configurations.zip" download
      >What runs now as ZIP, masked</a
    >
  </li>
  {#if session.mayManage}
    {#each WITH_SECRETS as each (each.path)}
      <li>
        <button class="btn btn-ghost w-full justify-start" onclick={() => (asks = each)}
          >{each.title}, with secrets…</button
        >
      </li>
    {/each}
  {/if}
</ListMenu>

{#if asks}
  {@const path = asks.path}
  <Confirm
    title="Save {asks.title.toLowerCase()}, with all secrets?"
    yes="Save with secrets"
    onyes={() => {
      location.assign(path);
      asks = undefined;
    }}
    onno={() => (asks = undefined)}
  >
    The passwords and keys of every device stand in the file as they are. That you took it is recorded in the
    audit log.
  </Confirm>
{/if}
