import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { photograph, randomFrom } from './camera.ts';
import { renderPages } from './render.ts';

/**
 * Makes the demo's photographed page, and a page of a third of its words that tests read in a few seconds.
 * Both are printed pages with a drawing, a little bent and in the shadow of the hand that holds the phone.
 * Run it again only when a page is to change: `npx tsx scripts/photobench/demoPhoto.ts`.
 */
const FONTS = new URL('../../node_modules/@fontsource-variable/', import.meta.url).href;

const STYLE = `<!doctype html><meta charset="utf-8"><style>
@font-face { font-family: Literata; src: url(${FONTS}literata/files/literata-latin-wght-normal.woff2); font-weight: 200 900 }
body { margin: 0; width: 210mm; height: 297mm; background: #fff; color: #141414; position: relative; font: 11.5pt/1.52 Literata }
main { padding: 22mm 21mm } h1 { font-size: 22pt; margin: 0 0 5mm; line-height: 1.2 } h2 { font-size: 15pt; margin: 5mm 0 2mm }
p { margin: 0 0 2.6mm } ul { margin: 0 0 3mm; padding-left: 6mm } li { margin-bottom: 1mm }
header { position: absolute; top: 9mm; left: 21mm; right: 21mm; font-size: 8.5pt; color: #444; display: flex; justify-content: space-between }
footer { position: absolute; bottom: 10mm; width: 100%; text-align: center; font-size: 9pt; color: #444 }
figure { float: right; width: 52mm; margin: 1mm 0 3mm 6mm } figure svg { width: 100%; display: block } figcaption { font-size: 9.5pt; line-height: 1.35; margin-top: 1.5mm }
</style>`;

const OPENING = `<h1>Moss under the lens</h1>
<p>Most people walk past moss without a look. Yet the green cushion on a wall is a forest in small: thousands of stems stand side by side, each no thicker than a thread, and between them live creatures that nobody sees.</p>
<figure><svg viewBox="0 0 100 110" fill="none" stroke="#222" stroke-width="1.6"><path d="M50 108V34"/><path d="M50 100q-18-3-22-14q17 0 22 11M50 92q18-3 22-14q-17 0-22 11M50 80q-16-3-20-13q15 0 20 10M50 72q16-3 20-13q-15 0-20 10M50 60q-13-3-17-11q13 0 17 8M50 53q13-3 17-11q-13 0-17 8"/><path d="M50 34q2-14 14-20"/><ellipse cx="68" cy="11" rx="8" ry="5" transform="rotate(-28 68 11)" fill="#ddd"/></svg><figcaption>Figure 1. A moss stem with its spore capsule, drawn ten times as large as life.</figcaption></figure>`;

const LIST = `<h2>What to do</h2>
<ul><li>Take a piece of moss as large as a thumbnail from the wall by the bicycle shed.</li><li>Lay it in a dish and add five drops of rainwater.</li><li>Look at one leaf with the × 10 lens, then at × 40.</li><li>Draw what you see, and write beside it how large it really is.</li></ul>`;

const pageWith = (...parts: readonly string[]) =>
  `${STYLE}<body><header><span>Wrenmoor School</span><span>Science, Year 8</span></header><main>${parts.join('')}</main><footer>14</footer></body>`;

const WHOLE = pageWith(
  OPENING,
  `<h2>No roots, no pipes</h2>
<p>A tree drinks with its roots and lifts the water through narrow pipes. Moss has neither. It takes rain in through the skin of its leaves, and those leaves are only one cell thick. In dry weather they curl up, turn grey and wait. A dried moss from a museum drawer became green again after 19 years, within minutes of a few drops of water.</p>
<p>That is also why moss stays low. Without pipes, water cannot climb far: most stems end at 3 to 8 centimetres. The tallest moss of all stands in wet southern forests and reaches about half a metre.</p>`,
  LIST,
  `<h2>Who lives there</h2>
<p>Squeeze the wet moss over a glass slide and look at the drop. You may find a tardigrade, also called a water bear: eight legs, barely 0.5 mm long, and hard to kill. When its pool dries out, it pulls in its legs and becomes a tiny barrel. In that state it has come through heat, frost and even a journey outside a spacecraft.</p>
<p>You may also find rotifers, which look as if they had two wheels spinning on their heads, and mites that graze on the leaves like cattle.</p>`,
);
const SHORT = pageWith(
  OPENING,
  `<h2>No roots, no pipes</h2><p>A tree drinks with its roots. Moss has neither roots nor pipes.</p>`,
  LIST,
);

const [whole, short] = await renderPages([WHOLE, SHORT]);
if (!whole || !short) throw new Error('The pages were not drawn.');
for (const [picture, file] of [
  [whole, 'server/demo/photos/moss.jpg'],
  [short, 'readers/fixtures/photos/mossShort.jpg'],
] as const) {
  const photo = await photograph(
    picture,
    { turn: -2.6, tilt: 8, lean: 70, curl: 0.02, shadow: 0.34, blur: 0.6, noise: 3, quality: 74 },
    randomFrom(1907),
  );
  writeFileSync(fileURLToPath(new URL(`../../packages/${file}`, import.meta.url)), photo);
}
