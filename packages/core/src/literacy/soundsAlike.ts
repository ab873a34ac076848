/**
 * A word that is easily taken for another of the same or nearly the same sound, where its neighbours speak
 * for the other.
 */
export interface SoundsAlikeRule {
  /** Matches the doubtful place; its group "word" is the word in doubt. */
  readonly pattern: RegExp;
  readonly instead: string;
  /** What each of the two means, in a few words. */
  readonly meaning: string;
}

const rule = (pattern: string, instead: string, meaning: string): SoundsAlikeRule => ({
  pattern: new RegExp(pattern, 'giu'),
  instead,
  meaning,
});

/** Places where pupils and copyists write one word for another. Common practice, no source. */
export const SOUNDS_ALIKE: readonly SoundsAlikeRule[] = [
  rule(
    "\\b(?<word>their) (?:is|are|was|were|will|has|have|isn’t|isn't|aren’t|aren't)\\b",
    'there',
    '“their” is what belongs to them; “there” is a place, or begins “there is”.',
  ),
  rule(
    '\\b(?<word>there) (?:own|mother|father|parents|house|houses|home|homes|boats?|hands?|heads?|eyes|feet|names?|work|children)\\b',
    'their',
    '“there” is a place; “their” is what belongs to them.',
  ),
  rule(
    '\\b(?:over|out|down|up|from|stood|lies?|went) (?<word>their)[.,;!?]',
    'there',
    '“their” is what belongs to them; “there” is a place.',
  ),
  rule(
    '\\b(?:take|took|taken|turn|turned|switch|switched|fell|fall|falls|jump|jumped|get|got|cut|cuts|ran|run|drop|dropped|set|sets|far) (?<word>of)\\b(?! (?:the (?:two|three|four)|which|whom|course))',
    'off',
    '“of” belongs to something; “off” is away or not on.',
  ),
  rule(
    '\\b(?:one|two|three|some|most|many|all|each|none|out|made|full|part) (?<word>off)\\b',
    'of',
    '“off” is away or not on; “of” belongs to something.',
  ),
  rule('\\b(?:could|would|should|might|must) (?<word>of)\\b', 'have', '“could have” sounds like “could of”.'),
  rule(
    '\\b(?<word>your) (?:going|not|welcome|right|wrong|the|a|very|being|allowed)\\b',
    'you’re',
    '“your” is what belongs to you; “you’re” is “you are”.',
  ),
  rule(
    "\\b(?<word>you[’']re) (?:own|name|names|answer|answers|house|hand|hands|book|books|work|teacher)\\b",
    'your',
    '“you’re” is “you are”; “your” is what belongs to you.',
  ),
  rule(
    "\\b(?<word>it[’']s) (?:own|way|roots?|leaves|mouth|surface|banks?|name|shape|colou?r|size|length|weight)\\b",
    'its',
    '“it’s” is “it is”; “its” is what belongs to it.',
  ),
  rule(
    '\\b(?<word>its) (?:a|an|the|not|very|going|been|cold|hot|easy|hard|raining)\\b',
    'it’s',
    '“its” is what belongs to it; “it’s” is “it is” or “it has”.',
  ),
  rule(
    '\\b(?<word>to) (?:much|many|late|early|big|small|hot|cold|far|deep|high|low|fast|slow|often|little|few)\\b',
    'too',
    '“to” leads somewhere; “too” is more than enough.',
  ),
  rule(
    '\\b(?:\\w{2,}er|more|less|fewer|rather|other|better|worse) (?<word>then)\\b',
    'than',
    '“then” is at that time; “than” compares.',
  ),
  rule('\\b(?:now and|since|by|and) (?<word>than)[ ,.]', 'then', '“than” compares; “then” is at that time.'),
  rule(
    '\\b(?:they|we|you|there|these|those|boats|people|children) (?<word>where)\\b',
    'were',
    '“where” asks for a place; “were” is the past of “are”.',
  ),
  rule(
    '\\b(?<word>were) (?:is|are|do|does|did|can) ',
    'where',
    '“were” is the past of “are”; “where” asks for a place.',
  ),
  rule(
    '(?<!\\b(?:the|this|that|our|bad|good|fine|cold|wet|dry|stormy|warm|hot|mild|any|such|of|in) )\\b(?<word>weather) (?:or not|he|she|it|they|we|you)\\b',
    'whether',
    '“weather” is sun and rain; “whether” is “if”.',
  ),
  rule(
    '\\b(?:the|bad|good|fine|cold|wet|dry|stormy) (?<word>whether)\\b',
    'weather',
    '“whether” is “if”; “weather” is sun and rain.',
  ),
  rule(
    '\\b(?:a|the|every|another|one) (?<word>peace) of (?:paper|cake|wood|bread|rope|string|peat|cloth|land|the)\\b',
    'piece',
    '“peace” is no war; a “piece” is a part.',
  ),
  rule(
    '\\b(?:can|could|you|to|we|did) (?<word>here) (?:it|the|a|them|him|her|you|that)\\b',
    'hear',
    '“here” is this place; to “hear” is with the ears.',
  ),
  rule(
    '\\b(?:over|right|come|come back|live|lives|was|is|are|stay) (?<word>hear)[ .,;!?]',
    'here',
    'To “hear” is with the ears; “here” is this place.',
  ),
  rule(
    '\\b(?:a|the|brand|some|this) (?<word>knew) \\w+',
    'new',
    '“knew” is the past of “know”; “new” is not old.',
  ),
  rule(
    '\\b(?:I|he|she|they|we|nobody|everyone) (?<word>new) (?:that|it|the|how|what|where|who|him|her|them)\\b',
    'knew',
    '“new” is not old; “knew” is the past of “know”.',
  ),
  rule(
    '\\b(?:next|last|this|every|a|each|one) (?<word>weak)[ .,;!?]',
    'week',
    '“weak” is not strong; a “week” has seven days.',
  ),
  rule(
    '\\b(?:ran|run|runs|walk|walked|went|go|goes|came|passed|flows?|flowed) (?<word>threw)\\b',
    'through',
    '“threw” is the past of “throw”; “through” is from one side to the other.',
  ),
  rule(
    '\\b(?:he|she|they|it|I|we) (?<word>past) (?:the|a|his|her|their) ',
    'passed',
    '“past” is by, or gone; “passed” is the past of “pass”.',
  ),
  rule(
    '\\b(?:the|in the|half|quarter) (?<word>passed)\\b(?! (?:by|on|through|over|to))',
    'past',
    '“passed” is the past of “pass”; “past” is by, or gone.',
  ),
  rule(
    '\\b(?:an|the|no|any|main|side|little|its|has an) (?<word>affect)\\b',
    'effect',
    'To “affect” is to change; an “effect” is what comes of it.',
  ),
  rule(
    '\\b(?:will|can|could|does|did|may|to) (?<word>effect) (?:the|our|their|your|its|how)\\b',
    'affect',
    'An “effect” is what comes of something; to “affect” is to change.',
  ),
  rule(
    "\\b(?:will|can|could|to|not|may|don’t|don't) (?<word>loose) (?:the|a|its|their|your|his|her|it|heat|water|weight)\\b",
    'lose',
    '“loose” is not tight; to “lose” is to have no more.',
  ),
  rule(
    '\\b(?:be|very|keep|kept|was|is|so) (?<word>quite)[.,;!?]',
    'quiet',
    '“quite” is rather; “quiet” is without noise.',
  ),
  rule(
    '\\b(?<word>brake) (?:the|a|it|into|down|up|off)\\b',
    'break',
    'A “brake” stops a wheel; to “break” is to go to pieces.',
  ),
  rule(
    '\\b(?:to|please|can|could|will|must|and) (?<word>right) (?:down|your|the answer|the answers|a sentence|a letter|it down)\\b',
    'write',
    '“right” is correct, or not left; to “write” is with a pen.',
  ),
];
