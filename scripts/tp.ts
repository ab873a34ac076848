import { Client } from './bench/client.ts';
import { thousandWords } from './bench/texts.ts';
import { writeFileSync } from 'node:fs';
import type { HandOut, Pupil, PupilLink } from '@aurelfield/api';
const client = new Client('http://127.0.0.1:4690');
await client.signIn({ email: 'mara@wrenmoor.example', password: 'tide-and-peat' });
const pupil = (await client.get<Pupil[]>('/pupils')).find((p) => !['Ines', 'Kasia', 'Milo'].includes(p.name));
const { id } = await client.addHandout({ title: 'Measured', text: thousandWords(), language: 'en-GB', format: 'markdown' });
await client.send('POST', '/hand-outs', { handoutIds: [id], pupilIds: [pupil?.id] });
for (;;) {
  const taken = await client.get<HandOut[]>('/hand-outs');
  if (taken.filter((t) => t.pupilId === pupil?.id).length > 1) console.log('has several');
  const out = await client.get<HandOut[]>(`/hand-outs?handoutId=${id}`);
  if (out.every(({ state }) => state === 'out')) break;
  await new Promise((resolve) => setTimeout(resolve, 300));
}
const outs = await client.get<HandOut[]>(`/hand-outs?handoutId=${id}`);
await client.send('POST', `/hand-outs/${outs[0]?.id}/link`, {});
const links = await client.get<PupilLink[]>('/pupil-links');
writeFileSync('/tmp/link', `http://127.0.0.1:4690/p/${links.find(({ handOutId }) => handOutId === outs[0]?.id)?.secret ?? ''}`);
console.log(pupil?.name);
