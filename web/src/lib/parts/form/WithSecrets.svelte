<script lang="ts">
  import { session } from '$lib/state/session.svelte';
  import Confirm from './Confirm.svelte';

  interface Props {
    /** What the file holds: `revision 4 of brkw-core-1`. */
    what: string;
    onyes: () => void;
  }

  let { what, onyes }: Props = $props();
  let asks = $state(false);
</script>

<!-- A file that everybody who gets it can read: a choice of its own. -->
{#if session.mayAct}
  <button class="btn" onclick={() => (asks = true)}>With secrets…</button>
  {#if asks}
    <Confirm
      title="Save {what} with its secrets?"
      yes="Save with secrets"
      onyes={() => {
        asks = false;
        onyes();
      }}
      onno={() => (asks = false)}
    >
      Passwords and keys stand in the file as they are. That you took it is recorded in the audit log.
    </Confirm>
  {/if}
{/if}
