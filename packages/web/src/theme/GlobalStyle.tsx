import { createGlobalStyle } from 'styled-components';

/**
 * Colours, type and spacing as CSS variables. Text pairs keep 4.5:1 and edges of controls 3:1 in both
 * schemes.
 */
export const GlobalStyle = createGlobalStyle`
  :root {
    color-scheme: light dark;
    --ground: #eef2f0;
    --surface: #ffffff;
    --sunk: #e2eae6;
    --line: #c3cfca;
    --edge: #71827b;
    --ink: #14231f;
    --quiet: #465750;
    --accent: #0b5d57;
    --accent-strong: #084540;
    --on-accent: #ffffff;
    --accent-soft: #d5e8e4;
    --notice: #7a4300;
    --notice-soft: #fbedd6;
    --danger: #9c1f29;
    --danger-soft: #fbe4e4;
    --good: #1c6434;
    --lit: #14231f;
    --on-lit: #ffffff;
    --sentence: #d9e9df;
    --page-plain: #ffffff;
    --page-reed: #f5f1d6;
    --page-tide: #dcedf0;
    --page-heather: #f3e6f1;
    --shadow: 0 1px 2px rgb(20 35 31 / 12%), 0 6px 20px rgb(20 35 31 / 7%);
    --face: 'Atkinson Hyperlegible Next Variable', system-ui, sans-serif;
    --face-title: 'Literata Variable', Georgia, serif;
    --radius: 10px;
    --quick: 140ms;
  }

  @media (prefers-color-scheme: dark) {
    :root {
      --ground: #0e1614;
      --surface: #17211e;
      --sunk: #0a100e;
      --line: #2e3e38;
      --edge: #7f938b;
      --ink: #e8f0ed;
      --quiet: #a9bbb4;
      --accent: #7ccabf;
      --accent-strong: #a5ded5;
      --on-accent: #06211e;
      --accent-soft: #1d3935;
      --notice: #f0c27c;
      --notice-soft: #3a2a10;
      --danger: #f5a3a3;
      --danger-soft: #42191c;
      --good: #8ed3a3;
      --lit: #f3f7f5;
      --on-lit: #101715;
      --sentence: #263a33;
      --page-plain: #17211e;
      --page-reed: #24230f;
      --page-tide: #10262b;
      --page-heather: #2a1b29;
      --shadow: 0 1px 2px rgb(0 0 0 / 50%), 0 6px 20px rgb(0 0 0 / 30%);
    }
  }

  /* High contrast: browsers replace all colours but the system's own, so that these keep what is marked and chosen. */
  @media (forced-colors: active) {
    :root {
      --ground: Canvas;
      --surface: Canvas;
      --sunk: Canvas;
      --line: CanvasText;
      --edge: CanvasText;
      --ink: CanvasText;
      --quiet: CanvasText;
      --accent: Highlight;
      --accent-strong: Highlight;
      --on-accent: HighlightText;
      --accent-soft: Canvas;
      --notice: CanvasText;
      --notice-soft: Canvas;
      --danger: CanvasText;
      --danger-soft: Canvas;
      --good: CanvasText;
      --lit: Highlight;
      --on-lit: HighlightText;
      --sentence: Canvas;
    }

    [data-highlighted='true'] {
      background: Highlight !important;
      color: HighlightText !important;
      forced-color-adjust: none;
    }

    [data-current='true'] {
      text-decoration: underline 2px !important;
      text-underline-offset: 0.2em;
    }

    [aria-current='true'], [aria-current='page'], [aria-pressed='true'], [aria-selected='true'], [data-selected='true'] {
      outline: 2px solid Highlight;
      outline-offset: -2px;
    }
  }

  *, *::before, *::after { box-sizing: border-box; }

  html { font-size: 106.25%; }

  /* The field itself lies hidden in its label: it is scrolled with it, not beside it below the page. */
  label { position: relative; }

  body {
    margin: 0;
    background: var(--ground);
    color: var(--ink);
    font-family: var(--face);
    line-height: 1.5;
    -webkit-text-size-adjust: 100%;
  }

  #root { min-height: 100vh; }

  h1, h2, h3 { font-family: var(--face-title); font-weight: 600; line-height: 1.2; margin: 0; text-wrap: balance; }
  h1 { font-size: 1.8rem; }
  h2 { font-size: 1.25rem; }
  p { margin: 0; }
  a { color: var(--accent); text-underline-offset: 0.2em; }

  :focus-visible, [data-focus-visible] {
    outline: 3px solid var(--accent);
    outline-offset: 2px;
    border-radius: 6px;
  }

  [data-focus-visible]:has([data-focus-visible], :focus-visible) { outline: 0; }

  @media (prefers-reduced-motion: reduce) {
    *, *::before, *::after { transition: none !important; animation: none !important; scroll-behavior: auto !important; }
  }
`;
