<script lang="ts">
  interface Props {
    label: string;
    onlist: (list: string) => void;
  }

  let { label, onlist }: Props = $props();
  let input = $state<HTMLInputElement | undefined>();

  async function take() {
    const file = input?.files?.[0];
    if (file) onlist(await file.text());
    if (input) input.value = '';
  }
</script>

<input class="sr-only" type="file" aria-label={label} tabindex="-1" bind:this={input} onchange={take} />
<button class="btn btn-sm" onclick={() => input?.click()}>Check with its list…</button>
