import type { PartOfSpeech } from './tagger.ts';

/**
 * One way of saying a written word. The r that closes a syllable is written; an accent without it leaves it
 * out.
 */
export interface Variant {
  readonly ipa: string;
  /** What the word means when it is said so, in a few words for a teacher. */
  readonly meaning: string;
}

/** A word as it stands in its sentence. */
interface WordInContext {
  /** As written, and in lower case. */
  readonly written: string;
  readonly word: string;
  readonly partOfSpeech: PartOfSpeech | undefined;
  readonly isPast: boolean;
  /** Lower-case words before and after it, nearest first. */
  readonly before: readonly string[];
  readonly after: readonly string[];
  readonly tagBefore: PartOfSpeech | undefined;
  readonly tagAfter: PartOfSpeech | undefined;
  /** Whether another verb of the sentence is in the past. */
  readonly pastAround: boolean;
}

/** A word that is written one way and said in several. */
export interface Homograph {
  readonly variants: readonly Variant[];
  /** Whether the part of speech alone decides, which the tagger seldom gets wrong. */
  readonly isPlain?: true;
  /**
   * Whether every voice says the first variant by itself, weakened where a sentence weakens it: it is then
   * left to the voice.
   */
  readonly isDefault?: true;
  /** Index of the variant that the sentence makes likely. */
  readonly choose: (context: WordInContext) => number;
}

const near = (context: WordInContext, words: RegExp, distance = 3) =>
  [...context.before.slice(0, distance), ...context.after.slice(0, distance)].some((word) =>
    words.test(word),
  );
const isBefore = (context: WordInContext, words: RegExp, distance = 1) =>
  context.before.slice(0, distance).some((word) => words.test(word));
const isAfter = (context: WordInContext, words: RegExp, distance = 1) =>
  context.after.slice(0, distance).some((word) => words.test(word));

const DETERMINER =
  /^(?:a|an|the|this|that|these|those|my|your|his|her|its|our|their|no|any|some|each|every|another)$/u;
const HAVE_OR_BE =
  /^(?:have|has|had|having|haven't|hasn't|hadn't|is|are|was|were|be|been|being|isn't|aren't|wasn't|weren't|i've|you've|we've|they've|i'd|you'd|we'd|they'd|he'd|she'd)$/u;
const MODAL =
  /^(?:to|will|would|can|could|shall|should|may|might|must|do|does|did|don't|doesn't|didn't|can't|couldn't|won't|wouldn't|shouldn't|i'll|you'll|we'll|they'll|he'll|she'll|let|let's|please)$/u;
/** Before a verb in its plain form. */
const INFINITIVE =
  /^(?:to|will|would|can|could|shall|should|may|might|must|can't|couldn't|won't|wouldn't|shouldn't|don't|doesn't|didn't|i'll|you'll|we'll|they'll|he'll|she'll|let's|please|cannot)$/u;
const SINGULAR_SUBJECT = /^(?:he|she|it|who|one|somebody|someone|everyone|everybody|nobody)$/u;
const PAST_TIME = /^(?:yesterday|ago|once|earlier|last|already|previously|then)$/u;

/**
 * Whether the sentence uses the word as a verb: what the tagger says, but for a few places where it is known
 * to err.
 */
function isVerb(context: WordInContext): boolean {
  if (isBefore(context, INFINITIVE)) return true;
  // "Alternate the red and blue beads": an instruction.
  if (context.before.length === 0 && isAfter(context, DETERMINER)) return true;
  const asksWithDo = context.before.slice(1, 5).some((word) => /^(?:do|does|did)$/u.test(word));
  if (asksWithDo && context.tagBefore === 'noun' && context.after.length === 0) return true;
  if (isBefore(context, /^(?:is|are|was|were|be|been|being|keep|kept)$/u)) return false;
  if (isBefore(context, /^(?:by|in|of|on|at|with|from|under|without|between)$/u)) return false;
  if (isBefore(context, DETERMINER) && context.tagAfter !== 'noun') return false;
  if (context.tagBefore === 'noun' && isBefore(context, /^for$/u, 2)) return false;
  return context.partOfSpeech === 'verb';
}

/** Said one way as a noun (or, of some, an adjective), another way as a verb. */
const pair = (other: string, otherMeaning: string, verb: string, verbMeaning: string): Homograph => ({
  variants: [
    { ipa: other, meaning: otherMeaning },
    { ipa: verb, meaning: verbMeaning },
  ],
  choose: (context) => (isVerb(context) ? 1 : 0),
  isPlain: true,
});

/** Adjective or noun in /ət/, verb in /eɪt/. */
const ate = (stem: string, verbStem = stem): Homograph =>
  pair(`${stem}ət`, 'a thing, or how something is', `${verbStem}eɪt`, 'to do it');

/** Noun with the stress first, verb with the stress last. */
const shift = (noun: string, verb: string): Homograph => pair(noun, 'a thing', verb, 'to do it');

/** English words of one spelling and several sounds. Sounds from memory, in the notation of the IPA. */
export const HOMOGRAPHS: ReadonlyMap<string, Homograph> = new Map<string, Homograph>([
  [
    'read',
    {
      variants: [
        { ipa: 'ɹiːd', meaning: 'now: I read every day' },
        { ipa: 'ɹɛd', meaning: 'before: I read it yesterday' },
      ],
      choose: (context) => {
        const helper = context.before.slice(0, 4).find((word) => HAVE_OR_BE.test(word) || MODAL.test(word));
        if (helper !== undefined) return MODAL.test(helper) ? 0 : 1;
        if (isBefore(context, SINGULAR_SUBJECT)) return 1;
        if (near(context, PAST_TIME, 12) || context.pastAround) return 1;
        return context.tagBefore === 'noun' &&
          !isBefore(context, /s$|^(?:people|children|men|women|pupils)$/u)
          ? 1
          : 0;
      },
    },
  ],
  [
    'lead',
    {
      variants: [
        { ipa: 'liːd', meaning: 'to guide; a dog’s lead' },
        { ipa: 'lɛd', meaning: 'the metal' },
      ],
      choose: (context) => {
        const ofMetal =
          /^(?:metals?|pipes?|pipework|zinc|tin|iron|copper|silver|mercury|roof|roofs|roofing|paints?|pencils?|poison\w*|melt\w*|molten|heavy|ore|mine|mines|miners?|mining|element|nitrate|oxide|shot|battery|batteries|weights?|glazing|solder|seals?|made|acid|toxic|dense|denser)$/u;
        if (isAfter(context, /^(?:role|singer|part|time|to|into|us|them|him|her|me|you|up)$/u)) return 0;
        if (isBefore(context, MODAL) && context.partOfSpeech === 'verb') return 0;
        if (near(context, ofMetal, 3)) return 1;
        if (context.partOfSpeech === 'verb' || isBefore(context, DETERMINER)) return 0;
        return isBefore(context, /^(?:of|with|in|from|like|as|and)$/u) || context.before.length === 0 ? 1 : 0;
      },
    },
  ],
  ['wind', pair('wɪnd', 'moving air', 'waɪnd', 'to turn, as a clock')],
  [
    'wound',
    {
      variants: [
        { ipa: 'wuːnd', meaning: 'an injury' },
        { ipa: 'waʊnd', meaning: 'turned, as a clock' },
      ],
      choose: (context) => {
        if (
          isAfter(context, /^(?:up|round|around|down|back|through|its|the|along)$/u) &&
          !isBefore(context, DETERMINER)
        )
          return isBefore(context, MODAL) ? 0 : 1;
        return context.partOfSpeech === 'verb' && !isBefore(context, MODAL) ? 1 : 0;
      },
    },
  ],
  [
    'tear',
    {
      variants: [
        { ipa: 'tɪɹ', meaning: 'from the eye' },
        { ipa: 'tɛɹ', meaning: 'to rip, or a rip' },
      ],
      choose: (context) => {
        if (
          near(
            context,
            /^(?:cheeks?|eyes?|eye|cry|cried|crying|wept|weep\w*|gas|duct|sad|shed|drops?|burst|face|joy)$/u,
            5,
          )
        )
          return 0;
        if (context.partOfSpeech === 'verb' || isBefore(context, MODAL)) return 1;
        return near(
          context,
          /^(?:wear|paper|cloth|fabric|sail|net|page|hole|mend\w*|ligament|muscle|sleeve)$/u,
          5,
        )
          ? 1
          : 0;
      },
    },
  ],
  [
    'bow',
    {
      variants: [
        { ipa: 'bəʊ', meaning: 'a ribbon, or for arrows or a violin' },
        { ipa: 'baʊ', meaning: 'to bend; the front of a ship' },
      ],
      choose: (context) => {
        if (
          near(
            context,
            /^(?:ship'?s?|boat'?s?|boats|ships|vessel|stern|hull|deck|wave|waves|take|took|takes|deep|low|curtsy|queen|king|audience|over|dancers?|actors?)$/u,
            4,
          )
        )
          return 1;
        return context.partOfSpeech === 'verb' || isBefore(context, MODAL) ? 1 : 0;
      },
    },
  ],
  [
    'row',
    {
      variants: [
        { ipa: 'ɹəʊ', meaning: 'a line; to move a boat' },
        { ipa: 'ɹaʊ', meaning: 'a quarrel' },
      ],
      choose: (context) =>
        isBefore(context, /^(?:a|the|blazing|terrible|big|furious)$/u, 2) &&
        (isAfter(context, /^(?:about|over|with|between|broke|erupted)$/u) ||
          isBefore(context, /^(?:blazing|terrible|furious)$/u))
          ? 1
          : 0,
    },
  ],
  [
    'close',
    {
      variants: [
        { ipa: 'kləʊs', meaning: 'near' },
        { ipa: 'kləʊz', meaning: 'to shut; the end' },
      ],
      choose: (context) => {
        if (isBefore(context, MODAL)) return 1;
        if (
          isAfter(context, /^(?:to|by|together|up|at|friend|friends|relative|look|range|enough)$/u) &&
          !isBefore(context, /^(?:the|a)$/u)
        )
          return 0;
        return context.partOfSpeech === 'verb' ||
          (isBefore(context, /^(?:the|a)$/u) && isAfter(context, /^of$/u))
          ? 1
          : 0;
      },
    },
  ],
  [
    'live',
    {
      variants: [
        { ipa: 'lɪv', meaning: 'to be alive, to dwell' },
        { ipa: 'laɪv', meaning: 'living, as it happens' },
      ],
      choose: (context) => {
        if (isBefore(context, MODAL)) return 0;
        if (
          isBefore(
            context,
            /^(?:shown|broadcast|streamed|recorded|performed|played|sang|seen|watch|watched|goes|went|going|see|appear\w*)$/u,
          ) ||
          (isBefore(context, /^(?:saw|heard|seen|watched)$/u, 4) && isAfter(context, /^(?:on|at|from|in)$/u))
        )
          return 1;
        if (
          isBefore(context, /^(?:a|the|broadcast|this|with|was|is|are|were)$/u) &&
          context.partOfSpeech !== 'verb'
        )
          return 1;
        return context.partOfSpeech === 'adjective' ||
          (context.tagAfter === 'noun' && isBefore(context, DETERMINER))
          ? 1
          : 0;
      },
    },
  ],
  [
    'lives',
    {
      variants: [
        { ipa: 'lɪvz', meaning: 'dwells' },
        { ipa: 'laɪvz', meaning: 'more than one life' },
      ],
      choose: (context) =>
        isBefore(
          context,
          /^(?:the|their|our|your|many|of|human|people's|nine|two|three|save|saved|saves|whose|new|daily|all)$/u,
        ) ||
        (context.partOfSpeech === 'noun' &&
          context.tagBefore !== 'noun' &&
          !isBefore(context, SINGULAR_SUBJECT))
          ? 1
          : 0,
    },
  ],
  [
    'minute',
    {
      variants: [
        { ipa: 'ˈmɪnɪt', meaning: 'sixty seconds' },
        { ipa: 'maɪˈnjuːt', meaning: 'tiny' },
      ],
      choose: (context) =>
        isBefore(
          context,
          /^(?:is|are|was|were|so|very|too|as|these|those|are|of|with|in|how|contains?|see)$/u,
        ) && !isAfter(context, /^(?:hand|or|by|later|ago|to|past|the)$/u)
          ? 1
          : isAfter(
                context,
                /^(?:particles?|amounts?|creatures?|quantit\w+|detail|details|traces?|animals|plants|organisms|holes|grains?|scales?|spores?|leaves|hairs|cells|shells|openings|fragments|droplets|crystals|pores|cracks?|drops?)$/u,
              )
            ? 1
            : 0,
    },
  ],
  [
    'content',
    {
      variants: [
        { ipa: 'ˈkɒntɛnt', meaning: 'what is inside' },
        { ipa: 'kənˈtɛnt', meaning: 'satisfied' },
      ],
      choose: (context) =>
        isBefore(
          context,
          /^(?:is|was|are|were|be|feel|felt|seems?|seemed|quite|very|perfectly|not|am|i'm|more)$/u,
        ) || isAfter(context, /^(?:with|to)$/u)
          ? 1
          : 0,
    },
  ],
  [
    'invalid',
    {
      variants: [
        { ipa: 'ˈɪnvəlɪd', meaning: 'someone who is ill' },
        { ipa: 'ɪnˈvælɪd', meaning: 'not valid' },
      ],
      choose: (context) =>
        isBefore(context, /^(?:an|the)$/u) && context.tagAfter !== 'noun' && context.partOfSpeech !== 'verb'
          ? 0
          : 1,
    },
  ],
  [
    'bass',
    {
      variants: [
        { ipa: 'beɪs', meaning: 'low, in music' },
        { ipa: 'bæs', meaning: 'the fish' },
      ],
      choose: (context) =>
        near(
          context,
          /^(?:fish|fishes|fishing|fished|sea|caught|catch|eat|swim\w*|cod|mackerel|river|lake|net|nets)$/u,
          5,
        )
          ? 1
          : 0,
    },
  ],
  [
    'sow',
    {
      variants: [
        { ipa: 'səʊ', meaning: 'to plant' },
        { ipa: 'saʊ', meaning: 'a pig' },
      ],
      choose: (context) =>
        (isBefore(context, DETERMINER) && context.partOfSpeech !== 'verb') ||
        near(context, /^(?:piglets?|pigs?|boar|sty|farrow\w*)$/u, 6)
          ? 1
          : 0,
    },
  ],
  [
    'polish',
    {
      variants: [
        { ipa: 'ˈpɒlɪʃ', meaning: 'to make shine' },
        { ipa: 'ˈpəʊlɪʃ', meaning: 'of Poland' },
      ],
      choose: (context) =>
        context.written.startsWith('P') && (context.before.length > 0 || context.tagAfter === 'noun') ? 1 : 0,
    },
  ],
  [
    'desert',
    {
      variants: [
        { ipa: 'ˈdɛzəɹt', meaning: 'dry land' },
        { ipa: 'dɪˈzɜːɹt', meaning: 'to leave' },
      ],
      choose: (context) => (context.before.length > 0 && isVerb(context) ? 1 : 0),
    },
  ],
  ['use', pair('juːs', 'what it is for', 'juːz', 'to make use of')],
  ['house', pair('haʊs', 'a building', 'haʊz', 'to give a home')],
  ['excuse', pair('ɪksˈkjuːs', 'a reason given', 'ɪksˈkjuːz', 'to forgive')],
  ['abuse', pair('əˈbjuːs', 'bad treatment', 'əˈbjuːz', 'to treat badly')],
  ['refuse', pair('ˈɹɛfjuːs', 'rubbish', 'ɹɪˈfjuːz', 'to say no')],
  ['object', pair('ˈɒbd͡ʒɛkt', 'a thing', 'əbˈd͡ʒɛkt', 'to speak against')],
  ['subject', shift('ˈsʌbd͡ʒɛkt', 'səbˈd͡ʒɛkt')],
  ['present', pair('ˈpɹɛzənt', 'a gift; now; here', 'pɹɪˈzɛnt', 'to show')],
  ['record', shift('ˈɹɛkɔːɹd', 'ɹɪˈkɔːɹd')],
  ['project', shift('ˈpɹɒd͡ʒɛkt', 'pɹəˈd͡ʒɛkt')],
  ['produce', pair('ˈpɹɒdjuːs', 'what is grown', 'pɹəˈdjuːs', 'to make')],
  ['conduct', shift('ˈkɒndʌkt', 'kənˈdʌkt')],
  ['contract', pair('ˈkɒntɹækt', 'an agreement', 'kənˈtɹækt', 'to become smaller')],
  ['contrast', shift('ˈkɒntɹɑːst', 'kənˈtɹɑːst')],
  ['conflict', shift('ˈkɒnflɪkt', 'kənˈflɪkt')],
  ['convict', shift('ˈkɒnvɪkt', 'kənˈvɪkt')],
  ['convert', shift('ˈkɒnvɜːɹt', 'kənˈvɜːɹt')],
  ['compound', shift('ˈkɒmpaʊnd', 'kəmˈpaʊnd')],
  ['compress', shift('ˈkɒmpɹɛs', 'kəmˈpɹɛs')],
  ['console', pair('ˈkɒnsəʊl', 'a panel', 'kənˈsəʊl', 'to comfort')],
  ['digest', shift('ˈdaɪd͡ʒɛst', 'daɪˈd͡ʒɛst')],
  ['escort', shift('ˈɛskɔːɹt', 'ɪˈskɔːɹt')],
  ['export', shift('ˈɛkspɔːɹt', 'ɪkˈspɔːɹt')],
  ['extract', shift('ˈɛkstɹækt', 'ɪkˈstɹækt')],
  ['import', shift('ˈɪmpɔːɹt', 'ɪmˈpɔːɹt')],
  ['increase', shift('ˈɪnkɹiːs', 'ɪnˈkɹiːs')],
  ['decrease', shift('ˈdiːkɹiːs', 'dɪˈkɹiːs')],
  ['insert', shift('ˈɪnsɜːɹt', 'ɪnˈsɜːɹt')],
  ['insult', shift('ˈɪnsʌlt', 'ɪnˈsʌlt')],
  ['perfect', pair('ˈpɜːɹfɪkt', 'without a fault', 'pəɹˈfɛkt', 'to make so')],
  ['permit', shift('ˈpɜːɹmɪt', 'pəɹˈmɪt')],
  ['progress', shift('ˈpɹəʊɡɹɛs', 'pɹəˈɡɹɛs')],
  ['protest', shift('ˈpɹəʊtɛst', 'pɹəˈtɛst')],
  ['rebel', shift('ˈɹɛbəl', 'ɹɪˈbɛl')],
  ['reject', shift('ˈɹiːd͡ʒɛkt', 'ɹɪˈd͡ʒɛkt')],
  ['survey', shift('ˈsɜːɹveɪ', 'səɹˈveɪ')],
  ['suspect', shift('ˈsʌspɛkt', 'səˈspɛkt')],
  ['transfer', shift('ˈtɹænsfɜːɹ', 'tɹænsˈfɜːɹ')],
  ['transport', shift('ˈtɹænspɔːɹt', 'tɹænˈspɔːɹt')],
  ['upset', pair('ˈʌpsɛt', 'a disturbance', 'ʌpˈsɛt', 'to disturb')],
  ['entrance', pair('ˈɛntɹəns', 'the way in', 'ɪnˈtɹɑːns', 'to delight')],
  ['frequent', pair('ˈfɹiːkwənt', 'often', 'fɹɪˈkwɛnt', 'to visit often')],
  ['separate', ate('ˈsɛpəɹ')],
  ['estimate', ate('ˈɛstɪm')],
  ['moderate', ate('ˈmɒdəɹ')],
  ['graduate', ate('ˈɡɹædʒu')],
  ['alternate', pair('ɔːlˈtɜːɹnət', 'every other', 'ˈɔːltəɹneɪt', 'to take turns')],
  ['deliberate', ate('dɪˈlɪbəɹ')],
  ['duplicate', ate('ˈdjuːplɪk')],
  ['delegate', ate('ˈdɛlɪɡ')],
  ['advocate', ate('ˈædvək')],
  ['associate', pair('əˈsəʊsiət', 'a partner', 'əˈsəʊsieɪt', 'to connect')],
  ['elaborate', ate('ɪˈlæbəɹ')],
  ['appropriate', pair('əˈpɹəʊpɹiət', 'fitting', 'əˈpɹəʊpɹieɪt', 'to take')],
  ['approximate', ate('əˈpɹɒksɪm')],
  ['articulate', ate('ɑːɹˈtɪkjul')],
  [
    'used',
    {
      variants: [
        { ipa: 'juːzd', meaning: 'made use of' },
        { ipa: 'juːst', meaning: 'did formerly; accustomed' },
      ],
      isPlain: true,
      isDefault: true,
      choose: (context) => {
        if (!isAfter(context, /^to$/u)) return 0;
        const second = context.after[1] ?? '';
        // "is used to measure" makes use of it; "is used to the cold" and "used to live" do not.
        const isPassive = isBefore(
          context,
          /^(?:is|are|was|were|be|been|being|isn't|aren't|wasn't|weren't|it's|they're|can|often|commonly|widely|usually)$/u,
        );
        return isPassive &&
          !DETERMINER.test(second) &&
          !/ing$|^(?:it|that|this|them|him|her|me|you|us|being)$/u.test(second)
          ? 0
          : 1;
      },
    },
  ],
  [
    'dove',
    {
      variants: [
        { ipa: 'dʌv', meaning: 'the bird' },
        { ipa: 'dəʊv', meaning: 'plunged' },
      ],
      isDefault: true,
      choose: (context) =>
        !isBefore(context, DETERMINER) &&
        !isBefore(context, /^(?:white|turtle|grey|rock|mourning|ring|and|or|of)$/u) &&
        isAfter(
          context,
          /^(?:into|under|in|down|off|through|deep|deeper|beneath|below|for|headfirst|from|towards|over|behind|onto)$/u,
        )
          ? 1
          : 0,
    },
  ],
  [
    'resume',
    {
      variants: [
        { ipa: 'ɹɪˈzjuːm', meaning: 'to go on' },
        { ipa: 'ˈɹɛzjʊmeɪ', meaning: 'a summary of a career' },
      ],
      isDefault: true,
      choose: (context) =>
        isBefore(context, DETERMINER, 2) && !isBefore(context, INFINITIVE) && context.after[0] !== 'the'
          ? 1
          : 0,
    },
  ],
  [
    'does',
    {
      variants: [
        { ipa: 'dʌz', meaning: 'it does' },
        { ipa: 'dəʊz', meaning: 'female deer' },
      ],
      isPlain: true,
      isDefault: true,
      choose: (context) =>
        near(context, /^(?:deer|bucks?|stags?|fawns?|herd|graz\w*|fawn|venison|rabbits?|hinds?)$/u, 6) &&
        isBefore(
          context,
          /^(?:the|two|three|four|several|some|these|those|many|and|of|pregnant|young|old|wild)$/u,
        )
          ? 1
          : 0,
    },
  ],
  [
    'number',
    {
      variants: [
        { ipa: 'ˈnʌmbəɹ', meaning: 'how many' },
        { ipa: 'ˈnʌməɹ', meaning: 'more numb' },
      ],
      isPlain: true,
      isDefault: true,
      choose: (context) =>
        !isAfter(context, /^of$/u) &&
        !isBefore(context, DETERMINER) &&
        (isBefore(
          context,
          /^(?:grew|grow|grows|felt|feel|feels|became|become|even|got|getting|went|much|fingers|toes|hands|feet)$/u,
        ) ||
          (isBefore(context, /^and$/u) && isAfter(context, /^and$/u)))
          ? 1
          : 0,
    },
  ],
  [
    'putting',
    {
      variants: [
        { ipa: 'ˈpʊtɪŋ', meaning: 'laying down' },
        { ipa: 'ˈpʌtɪŋ', meaning: 'in golf' },
      ],
      isPlain: true,
      isDefault: true,
      choose: (context) =>
        near(context, /^(?:golf\w*|greens?|tee|hole|putters?|caddie|practis\w+|practice)$/u, 5) &&
        !isAfter(context, /^(?:the|a|his|her|it|them|on|up|away|down|out|in|together)$/u)
          ? 1
          : 0,
    },
  ],
  [
    'sewer',
    {
      variants: [
        { ipa: 'ˈsuːəɹ', meaning: 'a drain' },
        { ipa: 'ˈsəʊəɹ', meaning: 'one who sews' },
      ],
      isDefault: true,
      choose: (context) =>
        near(
          context,
          /^(?:seam\w*|needles?|threads?|stitch\w*|machine|dress\w*|fabric|cloth|skilled|garments?|quilts?|knitter|tailor|hem\w*|curtains?)$/u,
          6,
        )
          ? 1
          : 0,
    },
  ],
]);
