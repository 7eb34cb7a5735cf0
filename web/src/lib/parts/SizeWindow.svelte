<script lang="ts">
  /** The window of heater sizes: enough for the coldest room, too little to harm in the warmest. */
  import type { RehearsalAnswer } from '../api/types'
  import { fixed } from '../units'

  let { sizing }: { sizing: RehearsalAnswer['sizing'] } = $props()
  const id = $props.id()
  const WIDTH = 236
  const watts = (value: number) => `${fixed(value, value < 20 ? 1 : 0)} W`
  const most = $derived(1.25 * Math.max(sizing.hasW, sizing.wantedW, sizing.harmlessW ?? 0))
  const x = $derived((value: number) => Math.max(0, Math.min(WIDTH, (value / most) * WIDTH)))
</script>

<figure>
  <svg viewBox="0 0 {WIDTH} 54" width="100%" aria-hidden="true">
    <defs>
      <pattern id="{id}-harm" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <line x1="0" y1="0" x2="0" y2="7" stroke="var(--harm)" stroke-width="1.6" opacity="0.55" />
      </pattern>
      <pattern id="{id}-cold" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="7" stroke="var(--cooling)" stroke-width="1.6" opacity="0.7" />
      </pattern>
    </defs>
    <rect y="16" width={WIDTH} height="18" fill="var(--sheet)" stroke="var(--edge)" />
    <rect y="16" width={x(sizing.wantedW)} height="18" fill="url(#{id}-cold)" />
    {#if sizing.harmlessW !== null}
      <rect x={x(sizing.harmlessW)} y="16" width={WIDTH - x(sizing.harmlessW)} height="18" fill="url(#{id}-harm)" />
      {#if sizing.hasWindow}
        <rect x={x(sizing.wantedW)} y="16" width={x(sizing.harmlessW) - x(sizing.wantedW)} height="18" fill="var(--keep-strong)" stroke="var(--keep-edge)" stroke-width="2" />
      {/if}
    {/if}
    <path d="M{x(sizing.hasW) - 6} 4h12l-6 10z" fill="var(--ink)" />
    <line x1={x(sizing.hasW)} x2={x(sizing.hasW)} y1="14" y2="36" stroke="var(--ink)" stroke-width="2" />
    <text x="0" y="49">too weak below {watts(sizing.wantedW)}</text>
  </svg>
  <figcaption class="small">
    {#if sizing.harmlessW === null}
      It has <b class="mono">{watts(sizing.hasW)}</b>; <b class="mono">{watts(sizing.wantedW)}</b> hold the coldest room with a fifth to spare. What heat would harm is not said, so no
      size is known to be harmless.
    {:else if sizing.hasWindow}
      It has <b class="mono">{watts(sizing.hasW)}</b>. From <b class="mono">{watts(sizing.wantedW)}</b> to
      <b class="mono">{watts(sizing.harmlessW)}</b> it holds the coldest room and, stuck on, harms nobody.
    {:else if sizing.harmlessW <= 0}
      The warmest room harms without any heater: what is missing is cooling, <b class="mono">{watts(sizing.coolingW)}</b> or more. The coldest room takes
      <b class="mono">{watts(sizing.wantedW)}</b>
      of heat; there are <b class="mono">{watts(sizing.hasW)}</b>.
    {:else}
      It has <b class="mono">{watts(sizing.hasW)}</b>. The coldest room takes <b class="mono">{watts(sizing.wantedW)}</b>, but more than
      <b class="mono">{watts(sizing.harmlessW)}</b> harms when stuck on: no size does both. Fit a backup or keep the room steadier; insulation moves both ends alike.
    {/if}
  </figcaption>
</figure>

<style>
  figure {
    margin: 0;
  }

  text {
    font-size: 11px;
    fill: var(--quiet);
  }
</style>
