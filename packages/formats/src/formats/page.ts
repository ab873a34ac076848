import { createHash } from 'node:crypto';
import { secondsOf, sectionsOf, type ExportDocument } from '../exportDocument.ts';
import { FormatError, type Format } from '../format.ts';
import { bookHtml } from '../tools/bookHtml.ts';
import { utf8 } from '../tools/bytes.ts';
import { fontRules } from '../tools/fonts.ts';
import { readingStyleCss } from '../tools/readingStyleCss.ts';
import { firstOfPlace } from '../tools/markedBlock.ts';
import { mp3BitRate, mp3Segment } from '../tools/mp3.ts';
import { withFolder } from '../tools/tempFolder.ts';
import { direction, xml } from '../tools/xml.ts';
import { playerFile } from '../tools/playerFile.ts';

/** Longest sound that goes into one page: browsers decode the whole of it. Seconds. */
const LONGEST = 3 * 3600;

export const format: Format = {
  id: 'page',
  label: 'Page with sound, one file',
  goodFor: 'memory sticks and e-mail: opens in any browser without a network, words lit, in the pupil’s look',
  group: 'book',
  mediaType: 'text/html',
  extension: 'html',
  quality: ['sampleRate', 'bitRate'],
  needs: ['ffmpeg'],
  bytes: ({ seconds, characters }, quality) =>
    100_000 + characters * 12 + (seconds * mp3BitRate(quality) * 1000) / 6,
  write: (exportDocument, options) => {
    const length = secondsOf(exportDocument, exportDocument.timeline.samples);
    if (length > LONGEST)
      throw new FormatError(
        `This reading lasts ${Math.round(length / 360) / 10} hours; a page in one file holds up to ${LONGEST / 3600}. Take one file a section, or an EPUB.`,
      );
    return withFolder(async function* (folder) {
      const whole = { from: 0, to: exportDocument.timeline.samples };
      const sound = await mp3Segment(exportDocument, whole, folder, 'sound.mp3', options);
      yield* utf8(head(exportDocument));
      yield* base64(sound());
      yield* utf8(foot(exportDocument));
    });
  },
};

/** Nothing is fetched, and nothing runs but the player that is in the page. */
function policy(script: string): string {
  const hash = createHash('sha256').update(script).digest('base64');
  return `default-src 'none'; media-src data:; img-src data:; font-src data:; style-src 'unsafe-inline'; script-src 'sha256-${hash}'`;
}

function* head(exportDocument: ExportDocument): Generator<string> {
  const { facts, blocks, timeline } = exportDocument;
  const fonts = fontRules(
    facts.readingStyle.font,
    ({ content }) => `data:font/woff2;base64,${content.toString('base64')}`,
  );
  yield `<!DOCTYPE html>
<html lang="${xml(facts.language)}"${direction(facts.language)}>
<head><meta charset="utf-8"/><meta name="viewport" content="width=device-width"/>
<meta http-equiv="Content-Security-Policy" content="${xml(policy(playerFile('player.js')))}"/>
<title>${xml(facts.title)}</title>
<style>
${fonts}
${playerFile('player.css')}
${readingStyleCss(facts.readingStyle, { word: 'lit', sentence: 'lit-sentence' })}
</style></head>
<body><main>
`;
  yield* bookHtml(exportDocument, [0, blocks.length], {
    marked: true,
    pictureAddress: (block) => {
      const picture = blocks[block]?.picture;
      return picture
        ? `data:${picture.mediaType};base64,${Buffer.from(picture.content).toString('base64')}`
        : '';
    },
  });
  const sections = sectionsOf(exportDocument);
  const contents =
    sections.length < 2
      ? ''
      : `<details><summary>Contents</summary><ol>${sections.map(({ title, firstBlock }) => `<li><a href="#b${firstBlock}">${xml(title)}</a></li>`).join('')}</ol></details>`;
  const end = Math.round((timeline.samples / timeline.sampleRate) * 1000);
  yield `</main>
<section id="player" aria-label="Player" lang="en" dir="ltr"><div>
<button type="button" id="play">Play</button><button type="button" id="back">Sentence back</button><button type="button" id="again">Again</button><button type="button" id="on">Sentence on</button>
<input type="range" id="position" min="0" max="${end}" step="1" value="0" aria-label="Position"/><span id="clock"></span>
</div><div>
<button type="button" id="slower">Slower</button><span id="pace" role="status" >Pace 100 %</span><button type="button" id="faster">Faster</button>
<button type="button" id="smaller">Smaller letters</button><button type="button" id="larger">Larger letters</button>${contents}
</div></section>
<audio id="sound" preload="auto" src="data:audio/mpeg;base64,`;
}

function* foot(exportDocument: ExportDocument): Generator<string> {
  const { timeline } = exportDocument;
  const first = firstOfPlace(exportDocument);
  const time = (samples: number) => Math.round((samples / timeline.sampleRate) * 1_000_000) / 1000;
  yield '"></audio>\n<script type="application/json" id="times">{"sentences":[';
  for (const [nth, { from, to, words }] of timeline.sentences.entries()) {
    const sentence = {
      p: first[nth] ?? nth,
      t: [time(from), time(to)],
      w: words.map((word) => [time(word.from), time(word.to)]),
    };
    yield `${nth === 0 ? '' : ',\n'}${JSON.stringify(sentence)}`;
  }
  yield `]}</script>\n<script>${playerFile('player.js')}</script>\n</body>\n</html>\n`;
}

/** Bytes as base64, in chunks whose length threes divide. */
async function* base64(stream: AsyncIterable<Uint8Array>): AsyncGenerator<Uint8Array> {
  let left = Buffer.alloc(0);
  for await (const chunk of stream) {
    const joined = Buffer.concat([left, chunk]);
    const whole = joined.length - (joined.length % 3);
    yield Buffer.from(joined.subarray(0, whole).toString('base64'));
    left = joined.subarray(whole);
  }
  if (left.length > 0) yield Buffer.from(left.toString('base64'));
}
