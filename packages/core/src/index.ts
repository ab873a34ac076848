/** The heart of Aurelfield: written text → spoken words → plan → timings. No DOM, no Node, no input or output. */
export type { Block } from './text/document.ts';
export { groupBlocks } from './text/blockGroups.ts';
export { contentHash, hasSameContent, toBlocks, withIds, type TextBlock } from './text/text.ts';
export { carryAnchors, type Anchor, type CarriedAnchors } from './text/anchors.ts';
export { decodeText, NotTextError } from './text/decode.ts';
export { splitLongBlock } from './text/longBlocks.ts';
export { blocksFromPlainText } from './text/plainText.ts';
export { blocksFromMarkdown, looksLikeMarkdown } from './text/markdown.ts';
export { markdownOf } from './text/toMarkdown.ts';
export { baseLanguage, languageOf } from './languages/languages.ts';
export { canBeGuessed, guessLanguage } from './text/language.ts';
export { guessTitle } from './text/title.ts';
export { sentencesOf } from './text/sentences.ts';
export { wordsOf } from './text/words.ts';
export { DEFAULT_CHOICES, type SpokenChoices } from './spoken/choices.ts';
export { SUBJECTS, guessSubject, subjectNamed, type Subject } from './spoken/subject.ts';
export { leftOutOf, type LeftOut } from './plan/leftOut.ts';
export { doubtfulWords, type DoubtfulWord, type WordKnowledge } from './literacy/doubtful.ts';
export { LetterModel } from './literacy/letterModel.ts';
export { hasVowel } from './literacy/syllables.ts';
export { candidatesOf, featuresOf, Syllabifier } from './literacy/syllabify.ts';
export { stressOnSyllables } from './pronounce/stress.ts';
export { wordsLeftToVoice } from './literacy/doubtful.ts';
export { burstIn } from './audio/burst.ts';
export { SHIPPED_LISTS } from './pronounce/schoolWords.ts';
export { HOMOGRAPHS } from './pronounce/homographs/table.ts';
export { homographVariants } from './pronounce/homographs/guess.ts';
export { CELL_SEPARATOR } from './text/document.ts';
export { expandSentence } from './spoken/expand.ts';
export {
  DEFAULT_PACE,
  LOUDNESS_TARGETS,
  loudnessGain,
  type LoudnessChoice,
  DEFAULT_PAUSES,
  PACE_RANGE,
  PAUSE_RANGE,
  PITCH_RANGE,
  type Pauses,
  type ProfileSettings,
} from './pace/profile.ts';
export { speechAmount } from './pace/amount.ts';
export { ENTRY_PARTS, entryIpa, type PronunciationEntry } from './pronounce/entry.ts';
export { Lexicon } from './pronounce/lexicon.ts';
export { PronunciationError } from './pronounce/ipa.ts';
export { formatPls, parsePls, PlsError } from './pronounce/pls.ts';
export { formatEntriesCsv, parseEntriesCsv } from './pronounce/csv.ts';
export { ipaToEspeak } from './pronounce/espeakMnemonics.ts';
export { arpabetToIpa, ipaToArpabet } from './pronounce/arpabet.ts';
export { alignSounds, sameSounds, type AccentTrait } from './pronounce/sameSounds.ts';
export {
  ipaToRespelling,
  RESPELLING_CONSONANTS,
  RESPELLING_VOWELS,
  type RespellingSound,
} from './pronounce/respelling.ts';
export { planKey, type SpeechPlan } from './plan/speechPlan.ts';
export { readingHash } from './plan/readingHash.ts';
export {
  beginPlan,
  planAtPace,
  planHandout,
  type VoicedPassage,
  type PlannedSentence,
  type PlacedEntry,
  type PlanOptions,
  type PlanVoice,
} from './plan/planHandout.ts';
export { breakPause, pauseAfter, pausesAtPace } from './pace/pauses.ts';
export { toSamples, type SampleRange } from './timeline/samples.ts';
export type { ClipFacts } from './timeline/clipFacts.ts';
export { lengthOf, silence, type Piece } from './timeline/piece.ts';
export { scheduleSentence, type ScheduledSentence } from './timeline/sentence.ts';
export {
  piecesBetween,
  shiftedSentence,
  timelineSpan,
  timelineOf,
  type TimedSentence,
  type Timeline,
} from './timeline/timeline.ts';
export { edited, type Edit } from './timeline/edits.ts';
export { recordedTimeline, spokenTimes, recordedSpanOf } from './timeline/recorded.ts';
export {
  lengthenedPauses,
  pausesLongerThan,
  shortenedPauses,
  trimmedEnds,
  wholeSentence,
} from './timeline/touchUp.ts';
export { Track, type TrackSentence } from './timeline/track.ts';
export { scheduledSentence, shapedSentence, type ReadingSentencePlan } from './timeline/readingSentence.ts';
export { BYTES_PER_SAMPLE, wavHeader } from './audio/wav.ts';
export { renderPiece } from './audio/render.ts';
export { renderEdited, soundOfEdited, type ReadRecording } from './audio/renderEdited.ts';
export { coarserPeaks, peaksOfPieces, type Peaks } from './audio/peaks.ts';
export { noiseFloor } from './audio/clean.ts';
export { treated } from './audio/treat.ts';
export { TREATMENT_LIMITS } from './timeline/treatment.ts';
export { joinSamples } from './audio/join.ts';
export { fadeEdges, firstLoud, lastLoud } from './audio/edges.ts';
export { applyGain, measureLoudness } from './audio/loudness.ts';
export { placed, type CleanUp, type ImportedDocument } from './page/imported.ts';
export { otherReadings } from './spoken/otherReadings.ts';
export { ruleVocabulary } from './spoken/vocabulary.ts';
export { mathmlLine } from './maths/mathml.ts';
export { ommlLine } from './maths/omml.ts';
export { withPlace } from './maths/raised.ts';
export { labelledBlock, listLabel, type Counting } from './page/listLabels.ts';
export type { NodeLike } from './maths/nodes.ts';
export { blocksFromElement, tableRows } from './page/elementBlocks.ts';
export { withoutNoteMarks } from './page/noteMarks.ts';
export { blocksFromLayout, type LayoutPage } from './page/layout/layoutBlocks.ts';
export { proofread, type Finding } from './literacy/proofread.ts';
export { gradeLevel, guessSyllables, readingEase } from './literacy/readability.ts';
export {
  distance,
  fromUnitSquare,
  inPageOrder,
  inverse,
  isPage,
  signedArea,
  UNIT_SQUARE,
  type Homography,
  type Point,
  type Quad,
} from './page/photo/geometry.ts';
export { FLAT, shapeOf, toPhoto, warpOf, type Bend, type PageWarp } from './page/photo/warp.ts';
export { resampled, type GreyPicture } from './page/photo/picture.ts';
export { flattened } from './page/photo/flatten.ts';
export { withoutRuledLines, type RuledLine } from './page/photo/ruledLines.ts';
export { wordsOfHocr, type RecognisedWord } from './page/photo/hocr.ts';
export {
  blocksFromPhotos,
  DOUBTFUL_CONFIDENCE,
  type PhotoWord,
  type RecognisedPage,
} from './page/photo/photoBlocks.ts';
export { unreadRegions, type Box } from './page/photo/unreadRegions.ts';
export { matchPhotoWords, type WordPlace } from './page/photo/matchWords.ts';
export { listDots } from './page/photo/listDots.ts';
export { secondLanguageOf, withLanguage } from './page/photo/otherLanguages.ts';
export { largestMove, textBend } from './page/photo/textBend.ts';
export { smallFigures, withFigure, type SmallFigure } from './page/photo/smallFigures.ts';
export { lostInLines } from './page/photo/lostInLines.ts';
export { strokesOf } from './page/photo/strokes.ts';
export { withoutCheckboxes, type PrintedCheckbox } from './page/photo/printedCheckboxes.ts';
export { blurred, grainOf } from './page/photo/grain.ts';
export { linesOfWords, splitLines, segmentsOf } from './page/photo/segments.ts';
export {
  likelyHomophones,
  wordsBySound,
  type HomophoneKnowledge,
  type WordFacts,
} from './literacy/homophones.ts';
export { tagWords, type PartOfSpeech } from './pronounce/homographs/tagger.ts';
export { syllablesOfIpa } from './pronounce/respelling.ts';
export { type Colour } from './readingStyle/contrast.ts';
export { seenBy, type ColourVision } from './readingStyle/colourVision.ts';
export {
  COLUMN_WIDTH_RANGE,
  DEFAULT_READING_STYLE,
  FONT_IDS,
  FONTS,
  LETTER_SPACING_RANGE,
  LINE_SPACING_RANGE,
  HIGHLIGHTS,
  PARAGRAPH_SPACING_RANGE,
  SHAPES,
  TEXT_SIZE_RANGE,
  TINT_IDS,
  TINTS,
  WINDOW_RANGE,
  WORD_SPACING_RANGE,
  type FontId,
  type ReadingStyle,
} from './readingStyle/readingStyle.ts';
export { contrastsOf, paletteOf, type Palette } from './readingStyle/palette.ts';
export { FLUENCY_SOURCE, FLUENCY_YEARS, suggestPace, type Season } from './literacy/fluency.ts';
export { dialogueTurnsOf } from './text/dialogue.ts';
export { sentencePairs } from './align/sentencePairs.ts';
export { alignWords } from './align/speech/alignWords.ts';
export {
  ACCEPTANCE_THRESHOLD,
  type AlignedWord,
  type Alignment,
  type KnownSpeech,
} from './align/speech/alignSegment.ts';
export { SPEECH_RATE } from './align/speech/spectra.ts';
export { completed, Completion } from './phrases/completion.ts';
