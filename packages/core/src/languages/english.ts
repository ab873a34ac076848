import type { Language } from './language.ts';
import { words } from './words.ts';

/** English; its spoken forms are rules of their own (`spoken/languages/english.ts`). */
// prettier-ignore
export const english: Language = {
  tag: 'en',
  guesserCode: 'eng',
  recogniserCode: 'eng',
  functionWords: words('the of and to in a is that it for was on are as with his they at be this from have or by one had not but what all were when we there can an your which their said if do will each about how up out them then she many some so these would other into has her two like him see than been who its now people my made over did down only way find use may its any shall everyone no'),
  abbreviations: {
    neverLast: words('dr mr mrs ms mx messrs prof rev hon capt cpt col gen lt sgt maj cmdr adm gov sen rep pres st mt ft e.g i.e viz cf vs eg ie ca dept univ approx'),
    beforeNumber: words('no nos p pp fig figs ch chs vol vols sec eq ex art c b d jan feb mar apr jun jul aug sep sept oct nov dec l ll v vv sc mon tue tues wed thu thurs fri sat sun rm yr bk gr dep arr ext op gd lat long alt temp pop'),
  },
  announced: { question: 'question', link: 'link', heading: 'heading', picture: 'picture' },
  clauses: {
    openers: words('and but or so because although though while when where which who whose that if unless until after before since as than with'),
    pausedBefore: words('because although though whereas while unless until but'),
  },
  sampleSentence: 'When the river turns, the boats turn with it, and the whole harbour points the other way. Nobody has told them to.',
};
