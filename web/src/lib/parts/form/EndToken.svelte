<script lang="ts">
  import type { TokenOf } from '$lib/api/client';
  import Confirm from './Confirm.svelte';
  import When from './When.svelte';

  interface Props {
    token: Pick<TokenOf, 'name' | 'lastUsedAt'>;
    onyes: () => void;
    onno: () => void;
  }

  let { token, onyes, onno }: Props = $props();
</script>

<Confirm title="End the token “{token.name}”?" yes="End it" isFinal {onyes} {onno}>
  What uses it is refused at once, and it cannot be brought back.
  {#if token.lastUsedAt}It was used last on <When at={token.lastUsedAt} />.{:else}It was never used.{/if}
</Confirm>
