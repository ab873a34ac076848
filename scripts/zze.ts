import { alignWords } from '../packages/core/src/align/speech/alignWords.ts';
import { saidBy, stopVoices } from './bench/align/known.ts';
import { plainSentences, TUNED_ON } from './bench/align/texts.ts';
import { spokenByFlite } from './bench/align/truth.ts';
for (const file of TUNED_ON.slice(1, 2)) for (const v of ['awb','rms']) {
  const text = plainSentences(file);
  const truth = await spokenByFlite(v, text);
  const known = await saidBy('espeak-en-gb-higher-1', text);
  const al = alignWords(known, truth.pcm);
  console.log(v, file.slice(-12));
  truth.words.forEach((w, i) => { const e = al[i]?.range ? (al[i]!.range!.from - w.from)/16 : NaN; if (!(Math.abs(e) < 60)) { const q = truth.pcm.subarray(w.from, w.from+800).reduce((s,x)=>Math.max(s,Math.abs(x)),0); console.log(i, w.word, 'true', (w.from/16000).toFixed(3), (w.to/16000).toFixed(3), 'err', e.toFixed(0), 'peak in first 50 ms', q, 'prev end', ((truth.words[i-1]?.to ?? 0)/16000).toFixed(3)); } });
}
await stopVoices();
