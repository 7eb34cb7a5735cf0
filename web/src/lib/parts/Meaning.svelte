<script lang="ts">
  /** What a word means, beside the field where it stands. */
  import { GLOSSARY, type Word } from '../glossary'

  let { word }: { word: Word } = $props()
</script>

<details class="meaning">
  <summary aria-label="What is meant by {word}">?</summary>
  <p class="small">{GLOSSARY[word]}</p>
</details>

<style>
  .meaning {
    display: inline-block;
    position: relative;
  }

  summary {
    display: inline-grid;
    place-items: center;
    width: 24px;
    height: 24px;
    border: 1px solid var(--edge);
    border-radius: 50%;
    color: var(--quiet);
    font-weight: 700;
    font-size: var(--small);
    list-style: none;
    cursor: pointer;
  }

  summary::-webkit-details-marker {
    display: none;
  }

  p {
    position: absolute;
    z-index: 3;
    left: 0;
    width: min(280px, 70vw);
    margin: 4px 0 0;
    padding: 8px 10px;
    border: 1px solid var(--edge);
    background: var(--sheet);
    color: var(--ink);
  }
</style>
