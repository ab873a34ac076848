import type { Language } from './language.ts';
import { words } from './words.ts';

/** French; its spoken forms are rules of their own (`spoken/languages/french.ts`). */
// prettier-ignore
export const french: Language = {
  tag: 'fr',
  guesserCode: 'fra',
  recogniserCode: 'fra',
  functionWords: words('le la les de des du un une et est en que qui dans pour pas sur il elle au aux se ce cette ces son sa ses ne avec par plus ou sont nous vous ils elles leur leurs était mais comme tout tous même être ont été sans cela si on y à d l qu n s c j m toute personne droit'),
  photoWords: words('la le les des du une un et est dans avec pour sur qui que nous vous il elle sont au aux ou mais pas de je tu ce cette sa ses mon ton'),
  abbreviations: {
    neverLast: words('m mm mme mlle dr p.ex cf'),
    beforeNumber: words('p pp fig chap vol n art'),
  },
  announced: { question: 'question', link: 'lien', heading: 'titre', picture: 'image' },
  clauses: {
    openers: words('et mais ou donc car parce qui que dont quand lorsque si puisque comme afin pour avec'),
    pausedBefore: words('car mais lorsque puisque tandis quoique'),
  },
  sampleSentence: 'Quand la rivière tourne, les bateaux tournent avec elle, et tout le port regarde de l’autre côté.',
};
