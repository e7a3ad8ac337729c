<script lang="ts">
  import type { Answer, Answers } from '$lib/api/client';
  import { QUESTIONS, saidOf } from './fourMarks';

  let { answers }: { answers: Answers } = $props();
  const shape: Record<Answer['kind'], string> = {
    YES: 'yes',
    ATTENTION: 'attention',
    NO: 'no',
    NOT_KNOWN: 'unknown'
  };
</script>

<span class="marks" role="img" aria-label={QUESTIONS.map((q) => saidOf(q.word, answers[q.key])).join('; ')}>
  {#each QUESTIONS as question (question.key)}
    <span
      class="mark {shape[answers[question.key].kind]}"
      title={saidOf(question.word, answers[question.key])}>{question.letter}</span
    >
  {/each}
</span>

<style>
  .marks {
    display: inline-flex;
  }
  .mark {
    width: 17px;
    height: 17px;
    font: 700 10px/15px var(--font-mono);
    text-align: center;
    border: 1px solid;
    margin-left: -1px;
  }
  .mark:first-child {
    border-radius: 4px 0 0 4px;
  }
  .mark:last-child {
    border-radius: 0 4px 4px 0;
  }
  .yes {
    background: var(--color-success);
    border-color: var(--color-success);
    color: var(--color-success-content);
  }
  .attention {
    background: linear-gradient(to top, var(--underline) 35%, var(--modified) 35%);
    border-color: var(--color-warning);
    color: var(--color-base-content);
  }
  .no {
    background: var(--card);
    border-color: var(--color-error);
    color: var(--color-error);
    position: relative;
    z-index: 1;
  }
  .unknown {
    background: repeating-linear-gradient(-45deg, var(--color-base-200) 0 3px, var(--color-base-300) 3px 5px);
    border-color: var(--color-base-300);
    color: var(--color-base-content);
  }
</style>
