/**
 * What the engine is taught before its first sentence, in its own Scheme. Words come one token each and are
 * said as they stand, so that each token's times are a spoken word's times (marks have none; the engine may
 * take a word for a mark and still says it); a single capital is the letter's name. A rate of 2 is twice as
 * fast. The statistical voice has no pitch of its own to set: its samples are resampled and its rate makes up
 * for the time. A voice with a British sound has a lexicon of its own, and loses each r that no vowel
 * follows, across words too ("far away" keeps it): after ee, air and the like a weak vowel stands for it.
 */
export const PRELUDE = String.raw`
(set! aurel_voice nil)
(set! aurel_chosen nil)
(set! aurel_hts_params nil)
(set! token.punctuation ",.?!")
(set! token.prepunctuation "")
(define (aurel_token_to_words token name)
  (cond
    ((string-matches name "[A-Z]") (list (list (list 'name (downcase name)) (list 'pos "nn"))))
    ((and (string-matches name ".+'s") (not (lex.lookup_all (downcase name))))
     (list (string-before name "'s") "'s"))
    (t (list name))))
(define (aurel_british_lexicon)
  (if (not (member_string "aurel_british" (lex.list)))
    (begin
      (lex.create "aurel_british")
      (lex.set.compile.file (path-append cmulexdir "cmudict-0.4.out"))
      (lex.set.phoneset "radio")
      (lex.set.lts.method 'cmu_lts_function)
      (lex.set.pos.map english_pos_map_wp39_to_wp20)
      (cmulex_addenda)
      (lex.add.entry '("z" nn (((z eh d) 1))))))
  (lex.select "aurel_british"))
(define (aurel_vowel name)
  (member_string name '(aa ae ah ao aw ax axr ay eh el em en er ey ih ix iy ow oy uh uw)))
(define (aurel_drop_r segment)
  (if segment
    (let ((next (item.next segment)) (previous (item.prev segment)) (name (item.name segment)))
      (let ((before_vowel (and next (aurel_vowel (item.name next)))))
        (cond
          ((and (string-equal name "r") (not before_vowel))
           (if (and previous (member_string (item.name previous) '(ih iy eh ey uh uw ay aw)))
             (item.set_name segment "ax")
             (item.delete segment)))
          ((and (member_string name '(er axr)) (string-equal (item.feat segment "R:SylStructure.parent.stress") "0"))
           (item.set_name segment "ax")
           (if before_vowel
             (begin
               (item.insert segment '("r") 'after)
               (item.relation.insert segment 'SylStructure (item.next segment) 'after))))))
      (aurel_drop_r next))))
(define (aurel_without_r utt)
  (aurel_drop_r (utt.relation.first utt 'Segment))
  utt)
(define (aurel_choose choose british)
  (if (not (equal? (list choose british) aurel_chosen))
    (begin
      (eval (list choose))
      (set! aurel_chosen (list choose british))
      (if british
        (begin
          (aurel_british_lexicon)
          (set! postlex_rules_hooks (append postlex_rules_hooks (list aurel_without_r)))))
      (set! token_to_words aurel_token_to_words)
      (if (symbol-bound? 'hts_engine_params) (set! aurel_hts_params hts_engine_params))
      (set! aurel_voice choose))))
(define (aurel_sounds key phones)
  (lex.add.entry (list key nil (lex.syllabify.phstress phones))))
(define (aurel_set rate pitch)
  (if (equal? aurel_voice 'voice_kal_diphone)
    (begin
      (Parameter.set 'Duration_Stretch (/ 1 rate))
      (set! int_lr_params
        (list (list 'target_f0_mean (* 105 pitch)) '(target_f0_std 14) '(model_f0_mean 170) '(model_f0_std 34))))
    (set! hts_engine_params (append aurel_hts_params (list (list "-r" (/ rate pitch)))))))
(define (aurel_spoken items)
  (cond
    ((null items) nil)
    ((> (item.feat (car items) "word_end") 0)
     (cons (car items) (aurel_spoken (cdr items))))
    (t (aurel_spoken (cdr items)))))
(define (aurel_words token)
  (if token
    (let ((words (aurel_spoken (item.daughters token))))
      (if words
        (format t "AUREL word %f %f\n" (item.feat (car words) "word_start") (item.feat (car (last words)) "word_end")))
      (aurel_words (item.next token)))))
(define (aurel_phone segment)
  (format t "AUREL phone %s %f\n" (item.name segment) (item.feat segment "end")))
(define (aurel_pronounce text)
  (let ((utt (eval (list 'Utterance 'Text text))))
    (Initialize utt) (Text utt) (Token_POS utt) (Token utt) (POS utt) (Phrasify utt) (Word utt) (Pauses utt) (Intonation utt) (PostLex utt)
    (mapcar (lambda (segment) (format t "AUREL phone %s 0\n" (item.name segment))) (utt.relation.items utt 'Segment))
    'said))
(define (aurel_say text file tellphones samplerate)
  (let ((utt (eval (list 'Utterance 'Text text))))
    (utt.synth utt)
    (if (not (equal? aurel_voice 'voice_kal_diphone)) (utt.wave.resample utt samplerate))
    (utt.save.wave utt file 'riff)
    (aurel_words (utt.relation.first utt 'Token))
    (if tellphones (mapcar aurel_phone (utt.relation.items utt 'Segment)))
    'said))
(format t "AUREL ready\n")
(fflush nil)
`;
