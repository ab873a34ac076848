/**
 * What the engine is taught before its first sentence, in its own Scheme. Words come one token each and are said as they stand, so that each
 * token's times are a spoken word's times (marks have none; the engine may take a word for a mark and still says it); a single capital is the letter's name. A rate of 2 is twice as fast. The statistical voice has no pitch of its own to set:
 * its samples are resampled and its rate makes up for the time.
 */
export const PRELUDE = String.raw`
(set! aurel_voice nil)
(set! aurel_hts_params nil)
(set! token.punctuation ",.?!")
(set! token.prepunctuation "")
(define (aurel_token_to_words token name)
  (cond
    ((string-matches name "[A-Z]") (list (list (list 'name (downcase name)) (list 'pos "nn"))))
    ((and (string-matches name ".+'s") (not (lex.lookup_all (downcase name))))
     (list (string-before name "'s") "'s"))
    (t (list name))))
(define (aurel_choose choose)
  (if (not (equal? choose aurel_voice))
    (begin
      (eval (list choose))
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
