<script lang="ts">
  /** The way through as a shelf of tiles; a tile's fill shows its state. */
  import type { StepName } from '../steps'
  import type { TileState } from './tiles'

  let { id, step, tiles }: { id: string; step: StepName; tiles: { step: StepName; name: string; state: TileState; says: string }[] } = $props()
</script>

<nav aria-label="The way through">
  <ul>
    {#each tiles as tile (tile.step)}
      <li>
        <a
          {@attach (link) => {
            if (tile.step === step) (link as HTMLElement).parentElement?.scrollIntoView({ block: 'nearest', inline: 'center' })
          }}
          href="/chambers/{id}/{tile.step}"
          aria-current={tile.step === step ? 'step' : undefined}
        >
          <svg width="16" height="16" viewBox="0 0 16 16" aria-hidden="true">
            {#if tile.state === 'full'}
              <rect width="16" height="16" fill="var(--keep-edge)" />
            {:else}
              {#if tile.state === 'half'}<path d="M0 16V0H16Z" fill="var(--keep-edge)" />{/if}
              {#if tile.state === 'due'}
                <path d="M0 16L16 0M-4 12L12 -4M4 20L20 4" stroke="var(--alarm)" stroke-width="2.5" />
              {/if}
              <rect x="0.75" y="0.75" width="14.500" height="14.500" fill="none" stroke={tile.state === 'due' ? 'var(--alarm)' : 'var(--ink)'} stroke-width="1.5" />
            {/if}
          </svg>
          <span>{tile.name}<span class="sr-only">: {tile.says}</span></span>
        </a>
      </li>
    {/each}
  </ul>
</nav>

<style>
  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }

  a {
    display: flex;
    align-items: center;
    gap: 10px;
    min-height: var(--target);
    padding: 0 12px;
    border-left: 5px solid transparent;
    color: var(--ink);
    text-decoration: none;
  }

  a:hover {
    text-decoration: underline;
  }

  a[aria-current] {
    border-left-color: var(--ink);
    font-weight: 700;
    font-size: var(--large);
  }

  @media (max-width: 700px) {
    /* Positioned, so that what is for screen readers only scrolls with it. */
    ul {
      position: relative;
      display: flex;
      overflow-x: auto;
    }

    a,
    a[aria-current] {
      flex: 0 0 auto;
      gap: 6px;
      padding: 0 10px;
      border-left: 0;
      border-bottom: 4px solid transparent;
      font-size: 16px;
    }

    a[aria-current] {
      border-bottom-color: var(--ink);
    }
  }
</style>
