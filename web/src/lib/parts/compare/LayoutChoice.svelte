<script lang="ts">
  interface Props {
    layout: string;
    onchange: (layout: string) => void;
  }

  let { layout, onchange }: Props = $props();
  const LAYOUTS = [
    ['side', 'Side by side'],
    ['one', 'One column'],
    ['structure', 'By structure']
  ] as const;
</script>

<span class="join" role="group" aria-label="Form of the comparison">
  {#each LAYOUTS as [each, words] (each)}
    <button class="btn join-item" aria-pressed={layout === each} onclick={() => onchange(each)}
      >{words}</button
    >
  {/each}
</span>
