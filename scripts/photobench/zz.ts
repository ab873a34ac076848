import { readFileSync, writeFileSync } from 'node:fs';
import { blocksFromPhotos } from '@aurelfield/core';
import { lookAtPhoto, readPhoto } from '../../packages/readers/src/photo/readPhoto.ts';
import { errorRates } from './errors.ts';
import { dictionary } from 'cmu-pronouncing-dictionary';
const isWord = (w: string) => Object.hasOwn(dictionary, w.toLowerCase());
const only = process.argv[2];
const sums: Record<string, number[]> = {};
for (let i = 0; i < 6; i++) for (const level of ['mild','typical','hard']) {
  const key=`${i}-${level}`; if (only && !key.includes(only)) continue;
  const bytes = readFileSync(`/tmp/ph/${key}.jpg`);
  const t0 = Date.now(); const look = await lookAtPhoto('x', bytes); const t1 = Date.now();
  const page = await readPhoto('x', bytes, { corners: look.corners, outline: look.outline, languages: ['eng'] }); const t2 = Date.now();
  writeFileSync(`/tmp/ph/${key}-flat.jpg`, page.flat);
  const doc = blocksFromPhotos([page], { isWord });
  const truth = readFileSync(`/tmp/ph/${i}.txt`, 'utf8');
  const text = doc.blocks.map(b => b.text.replaceAll('\t', ' ')).join('\n');
  const { cer, wer } = errorRates(truth, text);
  (sums[level] ??= []).push(cer, wer);
  console.log(key, look.corners ? 'found' : 'NO PAGE', `look ${t1-t0} read ${t2-t1}`, 'CER', cer.toFixed(2), 'WER', wer.toFixed(2), doc.cleanUps.length);
  if (only) console.log(doc.blocks.map(b => `[${b.type}${b.level??''}] ${b.text}`).join('\n'), doc.cleanUps);
}
for (const [l, v] of Object.entries(sums)) console.log(l, 'CER', (v.filter((_, i) => i%2===0).reduce((a,b)=>a+b)/6).toFixed(2), 'WER', (v.filter((_, i) => i%2===1).reduce((a,b)=>a+b)/6).toFixed(2));
