import { alignWords } from '../packages/core/src/align/speech/alignWords.ts';
import { saidBy, stopVoices } from './bench/align/known.ts';
import { plainSentences, TUNED_ON } from './bench/align/texts.ts';
import { spokenByFlite } from './bench/align/truth.ts';
for (const file of TUNED_ON.slice(0, 2)) for (const v of ['kal16','awb','rms','slt']) {
  const text = plainSentences(file);
  const truth = await spokenByFlite(v, text);
  const known = await saidBy('espeak-en-gb-higher-1', text);
  console.log(v, file.slice(-12));
  (globalThis as any).dbg = (l: any, c: any) => {
    const errs = l.path.words.map((w: any, i: number)=> w ? Math.abs((w.from*l.by*80+160)-truth.words[i]!.from)/16 : NaN).filter((e: number)=>!isNaN(e)).sort((a: number,b: number)=>a-b);
    console.log('  by', l.by, 'missing', l.path.words.filter((w: any)=>!w).length, 'first', l.path.words.findIndex((w: any)=>!w), 'med', errs[Math.floor(errs.length/2)], 'p95', errs[Math.floor(errs.length*.95)], JSON.stringify(c));
  };
  alignWords(known, truth.pcm);
}
await stopVoices();
