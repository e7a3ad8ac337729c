<script lang="ts" generics="V extends string">
  interface Props {
    label: string;
    choices: readonly (readonly [V, string])[];
    value: V;
    onchoose: (value: V) => void;
  }

  let { label, choices, value, onchoose }: Props = $props();
</script>

<div class="px-3 py-1" role="group" aria-label={label}>
  <span class="text-quiet text-[0.86rem] font-semibold">{label}</span>
  <span class="join mt-0.5 flex">
    {#each choices as [key, text] (key)}
      <button class="btn join-item h-7 grow px-2" aria-pressed={value === key} onclick={() => onchoose(key)}
        >{text}</button
      >
    {/each}
  </span>
</div>
