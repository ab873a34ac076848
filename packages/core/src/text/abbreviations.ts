import { baseLanguage } from './language.ts';
import { lookupTable } from './lookupTable.ts';

/** Abbreviations written with a full stop, in small letters and without their last stop. */
export interface Abbreviations {
  /** Never the last word of a sentence: a title before a name, "e.g.", "vs.". */
  readonly neverLast: ReadonlySet<string>;
  /** Abbreviations only where a number follows: "No. 7", "p. 12", but "He said no." */
  readonly beforeNumber: ReadonlySet<string>;
}

const NONE: Abbreviations = { neverLast: new Set(), beforeNumber: new Set() };

// prettier-ignore
const BY_LANGUAGE: Readonly<Record<string, Abbreviations>> = lookupTable({
  en: {
    neverLast: new Set(
      'dr mr mrs ms mx messrs prof rev hon capt cpt col gen lt sgt maj cmdr adm gov sen rep pres st mt ft e.g i.e viz cf vs eg ie ca dept univ approx'.split(' '),
    ),
    beforeNumber: new Set(
      'no nos p pp fig figs ch chs vol vols sec eq ex art c b d jan feb mar apr jun jul aug sep sept oct nov dec l ll v vv sc mon tue tues wed thu thurs fri sat sun rm yr bk gr dep arr ext op gd lat long alt temp pop'.split(' '),
    ),
  },
  de: {
    neverLast: new Set('dr hr fr prof z.b d.h u.a bzw ca vgl st'.split(' ')),
    beforeNumber: new Set('nr s abb kap bd'.split(' ')),
  },
  fr: { neverLast: new Set('m mm mme mlle dr p.ex cf'.split(' ')), beforeNumber: new Set('p pp fig chap vol n art'.split(' ')) },
  es: { neverLast: new Set('sr sra srta dr dra d dña ud uds p.ej'.split(' ')), beforeNumber: new Set('núm pág págs fig cap vol art'.split(' ')) },
  pl: { neverLast: new Set('dr mgr prof np tj tzn ul św im'.split(' ')), beforeNumber: new Set('nr s str rys rozdz art'.split(' ')) },
});

/** The abbreviation list of a language; an empty one for a language we have none for. */
export function abbreviationsFor(language: string): Abbreviations {
  return BY_LANGUAGE[baseLanguage(language)] ?? NONE;
}
