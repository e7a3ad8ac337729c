<svg viewBox="0 0 20 20" fill="none" aria-hidden="true">
  <rect x="2" y="2" width="11" height="16" rx="2" />
  <path d="M6 7h3M6 11h2M10 13.5l2.8 2.8L18 10" />
</svg>
<span>Chaperone</span>

<style>
  svg {
    width: 1.45rem;
    height: 1.45rem;
    stroke: currentColor;
    stroke-width: 2;
    stroke-linejoin: round;
    stroke-linecap: round;
  }
</style>
