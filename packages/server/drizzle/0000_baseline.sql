CREATE TYPE "public"."loudness_choice" AS ENUM('usual', 'louder');
--> statement-breakpoint
CREATE TYPE "public"."entry_kind" AS ENUM('respelling', 'ipa', 'x-sampa', 'alias');
--> statement-breakpoint
CREATE TYPE "public"."entry_part" AS ENUM('noun', 'verb', 'past', 'adjective', 'any');
--> statement-breakpoint
CREATE TYPE "public"."scope" AS ENUM('pupil', 'class', 'subject', 'school');
--> statement-breakpoint
CREATE TYPE "public"."source_kind" AS ENUM('typed', 'file', 'web-page', 'photos');
--> statement-breakpoint
CREATE TYPE "public"."version_reason" AS ENUM('taken in', 'edited', 'fetched again', 'brought back', 'set aside');
--> statement-breakpoint
CREATE TYPE "public"."job_state" AS ENUM('waiting', 'running', 'done', 'failed', 'cancelled');
--> statement-breakpoint
CREATE TYPE "public"."recording_state" AS ENUM('taking', 'aligning', 'ready', 'failed');
--> statement-breakpoint
CREATE TABLE "profiles" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"pupil_id" uuid NOT NULL,
	"current" boolean DEFAULT true NOT NULL,
	"voices" jsonb NOT NULL,
	"pace" integer NOT NULL,
	"pitch" double precision NOT NULL,
	"loudness" "loudness_choice" DEFAULT 'usual' NOT NULL,
	"pauses" jsonb NOT NULL,
	"choices" jsonb DEFAULT '{"emoji":"named","citations":"said","announcements":"none"}'::jsonb NOT NULL,
	"look" jsonb NOT NULL,
	"pauses_by_pace" boolean DEFAULT false NOT NULL,
	"file_kind" text DEFAULT 'mp3' NOT NULL,
	"file_quality" jsonb DEFAULT '{"sampleRate":22050,"bitRate":64}'::jsonb NOT NULL,
	"teacher_id" uuid,
	"reason" text DEFAULT '' NOT NULL,
	"trials" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);

--> statement-breakpoint
CREATE TABLE "pupils" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"name" text NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"year" text DEFAULT '' NOT NULL,
	"classes" text[] DEFAULT '{}' NOT NULL,
	"keeps_records" boolean DEFAULT false NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"archived_at" timestamp with time zone
);

--> statement-breakpoint
CREATE TABLE "schools" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"is_demo" boolean DEFAULT false NOT NULL,
	"naming" jsonb,
	"keeps_records" boolean DEFAULT true NOT NULL,
	"record_days" integer DEFAULT 365 NOT NULL,
	"artwork" "bytea",
	"embed_origins" text[] DEFAULT '{}' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);

--> statement-breakpoint
CREATE TABLE "teachers" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"password_hash" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "teachers_email_unique" UNIQUE("email")
);

--> statement-breakpoint
CREATE TABLE "house_facts" (
	"name" text PRIMARY KEY NOT NULL,
	"value" text NOT NULL
);

--> statement-breakpoint
CREATE TABLE "sessions" (
	"sid" text PRIMARY KEY NOT NULL,
	"sess" jsonb NOT NULL,
	"expire" timestamp (6) NOT NULL
);

--> statement-breakpoint
CREATE TABLE "accepted_words" (
	"school_id" uuid NOT NULL,
	"word" text NOT NULL,
	CONSTRAINT "accepted_words_school_id_word_pk" PRIMARY KEY("school_id","word")
);

--> statement-breakpoint
CREATE TABLE "pronunciations" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"scope" "scope" NOT NULL,
	"scope_value" text NOT NULL,
	"written" text NOT NULL,
	"kind" "entry_kind" NOT NULL,
	"said" text NOT NULL,
	"case_sensitive" boolean DEFAULT false NOT NULL,
	"part_of_speech" "entry_part" DEFAULT 'any' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);

--> statement-breakpoint
CREATE TABLE "texts" (
	"school_id" uuid NOT NULL,
	"hash" text NOT NULL,
	"language" text NOT NULL,
	"words" integer NOT NULL,
	"blocks" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "texts_school_id_hash_pk" PRIMARY KEY("school_id","hash")
);

--> statement-breakpoint
CREATE TABLE "anchors" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"handout_id" uuid NOT NULL,
	"block" text NOT NULL,
	"start" integer NOT NULL,
	"written" text NOT NULL,
	"kind" "entry_kind" NOT NULL,
	"said" text NOT NULL,
	"lost_at" timestamp with time zone
);

--> statement-breakpoint
CREATE TABLE "handouts" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"teacher_id" uuid,
	"title" text NOT NULL,
	"subject" text DEFAULT '' NOT NULL,
	"class_name" text DEFAULT '' NOT NULL,
	"text_hash" text NOT NULL,
	"clean_ups" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"tags" text[] DEFAULT '{}' NOT NULL,
	"archived_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone
);

--> statement-breakpoint
CREATE TABLE "search_parts" (
	"handout_id" uuid NOT NULL,
	"part" integer NOT NULL,
	"words" "tsvector" NOT NULL,
	CONSTRAINT "search_parts_handout_id_part_pk" PRIMARY KEY("handout_id","part")
);

--> statement-breakpoint
CREATE TABLE "sources" (
	"handout_id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"kind" "source_kind" NOT NULL,
	"file_name" text,
	"address" text,
	"media_type" text NOT NULL,
	"content" "bytea" NOT NULL
);

--> statement-breakpoint
CREATE TABLE "versions" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"handout_id" uuid NOT NULL,
	"reason" "version_reason" NOT NULL,
	"text_hash" text NOT NULL,
	"teacher_id" uuid,
	"window" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);

--> statement-breakpoint
CREATE TABLE "photo_pages" (
	"handout_id" uuid NOT NULL,
	"school_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"media_type" text NOT NULL,
	"photo" "bytea" NOT NULL,
	"shown" "bytea" NOT NULL,
	"flat" "bytea" NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"warp" jsonb NOT NULL,
	"words" jsonb NOT NULL,
	"bare" jsonb NOT NULL,
	"checked" jsonb DEFAULT '[]'::jsonb NOT NULL,
	CONSTRAINT "photo_pages_handout_id_position_pk" PRIMARY KEY("handout_id","position")
);

--> statement-breakpoint
CREATE TABLE "reading_sentences" (
	"reading_id" uuid NOT NULL,
	"school_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"block" integer NOT NULL,
	"start" integer NOT NULL,
	"end" integer NOT NULL,
	"words" jsonb NOT NULL,
	"plan" jsonb NOT NULL,
	"clip_key" text NOT NULL,
	"pauses" jsonb NOT NULL,
	"pause_after" double precision NOT NULL,
	CONSTRAINT "reading_sentences_reading_id_position_pk" PRIMARY KEY("reading_id","position")
);

--> statement-breakpoint
CREATE TABLE "readings" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"handout_id" uuid NOT NULL,
	"pupil_id" uuid NOT NULL,
	"text_hash" text NOT NULL,
	"plan_hash" text NOT NULL,
	"voice" text NOT NULL,
	"engine_version" text NOT NULL,
	"sample_rate" integer NOT NULL,
	"settings" jsonb NOT NULL,
	"lexicon" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"places" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"passage_voices" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"cast" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"planned_blocks" integer DEFAULT 0 NOT NULL,
	"planned" boolean DEFAULT false NOT NULL,
	"sentences" integer DEFAULT 0 NOT NULL,
	"made" integer DEFAULT 0 NOT NULL,
	"samples" bigint DEFAULT 0 NOT NULL,
	"cost_agreed" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"retired_at" timestamp with time zone
);

--> statement-breakpoint
CREATE TABLE "clip_claims" (
	"school_id" uuid NOT NULL,
	"key" text NOT NULL,
	"holder" text NOT NULL,
	"until" timestamp with time zone NOT NULL,
	"engine" text,
	"month" text,
	"characters" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "clip_claims_school_id_key_pk" PRIMARY KEY("school_id","key")
);

--> statement-breakpoint
CREATE TABLE "clips" (
	"school_id" uuid NOT NULL,
	"key" text NOT NULL,
	"voice" text NOT NULL,
	"sample_rate" integer NOT NULL,
	"samples" integer NOT NULL,
	"words" jsonb NOT NULL,
	"cuts" jsonb NOT NULL,
	"spelt" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"rest" integer DEFAULT 0 NOT NULL,
	"object" text NOT NULL,
	"bytes" integer NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"used_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "clips_school_id_key_pk" PRIMARY KEY("school_id","key")
);

--> statement-breakpoint
CREATE TABLE "priced_use" (
	"school_id" uuid NOT NULL,
	"engine" text NOT NULL,
	"month" text NOT NULL,
	"characters" integer NOT NULL,
	CONSTRAINT "priced_use_school_id_engine_month_pk" PRIMARY KEY("school_id","engine","month")
);

--> statement-breakpoint
CREATE TABLE "job_groups" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);

--> statement-breakpoint
CREATE TABLE "jobs" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"group_id" uuid,
	"kind" text NOT NULL,
	"payload" jsonb NOT NULL,
	"reading_id" uuid,
	"queue_id" uuid,
	"state" "job_state" DEFAULT 'waiting' NOT NULL,
	"worker" text,
	"done" integer DEFAULT 0 NOT NULL,
	"total" integer DEFAULT 0 NOT NULL,
	"problem" text,
	"error" text,
	"result" jsonb,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);

--> statement-breakpoint
CREATE TABLE "class_set_items" (
	"set_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"pupil_id" uuid NOT NULL,
	"handout_ids" uuid[] NOT NULL,
	"reading_id" uuid,
	"job_id" uuid,
	CONSTRAINT "class_set_items_set_id_position_pk" PRIMARY KEY("set_id","position")
);

--> statement-breakpoint
CREATE TABLE "class_sets" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"title" text NOT NULL,
	"request" jsonb NOT NULL,
	"group_id" uuid,
	"started_at" timestamp with time zone DEFAULT now() NOT NULL,
	"paused_at" timestamp with time zone,
	"cancelled_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);

--> statement-breakpoint
CREATE TABLE "board_sayings" (
	"board_id" uuid NOT NULL,
	"school_id" uuid NOT NULL,
	"text" text NOT NULL,
	"times" integer DEFAULT 1 NOT NULL,
	"said_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "board_sayings_board_id_text_pk" PRIMARY KEY("board_id","text")
);

--> statement-breakpoint
CREATE TABLE "boards" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"pupil_id" uuid,
	"name" text NOT NULL,
	"columns" integer NOT NULL,
	"scanning" jsonb NOT NULL,
	"phrases" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"link_hash" text,
	"revision" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone
);

--> statement-breakpoint
CREATE TABLE "phrase_pictures" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"content" "bytea" NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);

--> statement-breakpoint
CREATE TABLE "casts" (
	"handout_id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"is_on" boolean NOT NULL,
	"voices" jsonb NOT NULL,
	"passages" jsonb NOT NULL,
	"revision" integer NOT NULL,
	"teacher_id" uuid,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);

--> statement-breakpoint
CREATE TABLE "companions" (
	"handout_id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"language" text NOT NULL,
	"origin" text NOT NULL,
	"pairs" jsonb NOT NULL,
	"revision" integer NOT NULL,
	"teacher_id" uuid,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);

--> statement-breakpoint
CREATE TABLE "study_marks" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"handout_id" uuid NOT NULL,
	"block" text NOT NULL,
	"start" integer NOT NULL,
	"end" integer NOT NULL,
	"written" text NOT NULL,
	"colour" text NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);

--> statement-breakpoint
CREATE TABLE "hand_outs" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"handout_id" uuid NOT NULL,
	"pupil_id" uuid NOT NULL,
	"reading_id" uuid,
	"package" uuid,
	"former_packages" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"title" text NOT NULL,
	"language" text DEFAULT 'en-GB' NOT NULL,
	"seconds" double precision DEFAULT 0 NOT NULL,
	"bytes" jsonb DEFAULT '{"opus":0,"m4a":0,"mp3":0}'::jsonb NOT NULL,
	"version" integer DEFAULT 0 NOT NULL,
	"allows" jsonb NOT NULL,
	"first_day" date,
	"last_day" date,
	"job_id" uuid,
	"made_at" timestamp with time zone,
	"taken_back_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);

--> statement-breakpoint
CREATE TABLE "page_events" (
	"pupil_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"school_id" uuid NOT NULL,
	"hand_out_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"kind" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"sentence" integer,
	"amount" double precision NOT NULL,
	"text" text NOT NULL,
	"seen_at" timestamp with time zone,
	"received_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "page_events_pupil_id_id_pk" PRIMARY KEY("pupil_id","id")
);

--> statement-breakpoint
CREATE TABLE "pupil_links" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_id" uuid NOT NULL,
	"pupil_id" uuid NOT NULL,
	"hand_out_id" uuid,
	"secret_hash" text NOT NULL,
	"code_hash" text NOT NULL,
	"pin_hash" text,
	"opened_at" timestamp with time zone,
	"revoked_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "pupil_links_secret_hash_unique" UNIQUE("secret_hash"),
	CONSTRAINT "pupil_links_code_hash_unique" UNIQUE("code_hash")
);

--> statement-breakpoint
CREATE TABLE "heard_pages" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"address" text NOT NULL,
	"handout_id" uuid,
	"hand_out_id" uuid,
	"content_hash" text,
	"error" text,
	"fetched_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "heard_pages_address" UNIQUE("school_id","address")
);

--> statement-breakpoint
CREATE TABLE "heard_sites" (
	"school_id" uuid PRIMARY KEY NOT NULL,
	"origins" text[] DEFAULT '{}' NOT NULL,
	"pupil_id" uuid
);

--> statement-breakpoint
CREATE TABLE "recordings" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"handout_id" uuid NOT NULL,
	"name" text NOT NULL,
	"origin" text NOT NULL,
	"scope" jsonb,
	"state" "recording_state" NOT NULL,
	"problem" text,
	"error" text,
	"job_id" uuid,
	"sample_rate" integer NOT NULL,
	"parts" integer DEFAULT 0 NOT NULL,
	"samples" bigint DEFAULT 0 NOT NULL,
	"sentences" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"edits" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"revision" integer DEFAULT 0 NOT NULL,
	"content" text DEFAULT '' NOT NULL,
	"loudness" double precision,
	"floor" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"use" text DEFAULT 'everything' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"deleted_at" timestamp with time zone
);

--> statement-breakpoint
CREATE TABLE "rate_limits" (
	"key" text PRIMARY KEY NOT NULL,
	"count" integer NOT NULL,
	"until" timestamp with time zone NOT NULL
);

--> statement-breakpoint
CREATE TABLE "object_deletions" (
	"prefix" text PRIMARY KEY NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);

--> statement-breakpoint
ALTER TABLE "profiles" ADD CONSTRAINT "profiles_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "profiles" ADD CONSTRAINT "profiles_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "profiles" ADD CONSTRAINT "profiles_teacher_id_teachers_id_fk" FOREIGN KEY ("teacher_id") REFERENCES "public"."teachers"("id") ON DELETE set null ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "pupils" ADD CONSTRAINT "pupils_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "teachers" ADD CONSTRAINT "teachers_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "accepted_words" ADD CONSTRAINT "accepted_words_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "pronunciations" ADD CONSTRAINT "pronunciations_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "texts" ADD CONSTRAINT "texts_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "anchors" ADD CONSTRAINT "anchors_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "anchors" ADD CONSTRAINT "anchors_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "handouts" ADD CONSTRAINT "handouts_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "handouts" ADD CONSTRAINT "handouts_teacher_id_teachers_id_fk" FOREIGN KEY ("teacher_id") REFERENCES "public"."teachers"("id") ON DELETE set null ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "handouts" ADD CONSTRAINT "handouts_school_id_text_hash_texts_school_id_hash_fk" FOREIGN KEY ("school_id","text_hash") REFERENCES "public"."texts"("school_id","hash") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "search_parts" ADD CONSTRAINT "search_parts_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "sources" ADD CONSTRAINT "sources_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "sources" ADD CONSTRAINT "sources_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "versions" ADD CONSTRAINT "versions_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "versions" ADD CONSTRAINT "versions_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "versions" ADD CONSTRAINT "versions_teacher_id_teachers_id_fk" FOREIGN KEY ("teacher_id") REFERENCES "public"."teachers"("id") ON DELETE set null ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "versions" ADD CONSTRAINT "versions_school_id_text_hash_texts_school_id_hash_fk" FOREIGN KEY ("school_id","text_hash") REFERENCES "public"."texts"("school_id","hash") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "photo_pages" ADD CONSTRAINT "photo_pages_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "photo_pages" ADD CONSTRAINT "photo_pages_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "reading_sentences" ADD CONSTRAINT "reading_sentences_reading_id_readings_id_fk" FOREIGN KEY ("reading_id") REFERENCES "public"."readings"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "reading_sentences" ADD CONSTRAINT "reading_sentences_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_school_id_text_hash_texts_school_id_hash_fk" FOREIGN KEY ("school_id","text_hash") REFERENCES "public"."texts"("school_id","hash") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "clip_claims" ADD CONSTRAINT "clip_claims_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "clips" ADD CONSTRAINT "clips_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "priced_use" ADD CONSTRAINT "priced_use_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "job_groups" ADD CONSTRAINT "job_groups_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_group_id_job_groups_id_fk" FOREIGN KEY ("group_id") REFERENCES "public"."job_groups"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_reading_id_readings_id_fk" FOREIGN KEY ("reading_id") REFERENCES "public"."readings"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "class_set_items" ADD CONSTRAINT "class_set_items_set_id_class_sets_id_fk" FOREIGN KEY ("set_id") REFERENCES "public"."class_sets"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "class_set_items" ADD CONSTRAINT "class_set_items_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "class_set_items" ADD CONSTRAINT "class_set_items_reading_id_readings_id_fk" FOREIGN KEY ("reading_id") REFERENCES "public"."readings"("id") ON DELETE set null ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "class_set_items" ADD CONSTRAINT "class_set_items_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE set null ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "class_sets" ADD CONSTRAINT "class_sets_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "class_sets" ADD CONSTRAINT "class_sets_group_id_job_groups_id_fk" FOREIGN KEY ("group_id") REFERENCES "public"."job_groups"("id") ON DELETE set null ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "board_sayings" ADD CONSTRAINT "board_sayings_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "board_sayings" ADD CONSTRAINT "board_sayings_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "boards" ADD CONSTRAINT "boards_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "boards" ADD CONSTRAINT "boards_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE set null ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "phrase_pictures" ADD CONSTRAINT "phrase_pictures_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "casts" ADD CONSTRAINT "casts_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "casts" ADD CONSTRAINT "casts_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "casts" ADD CONSTRAINT "casts_teacher_id_teachers_id_fk" FOREIGN KEY ("teacher_id") REFERENCES "public"."teachers"("id") ON DELETE set null ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "companions" ADD CONSTRAINT "companions_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "companions" ADD CONSTRAINT "companions_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "companions" ADD CONSTRAINT "companions_teacher_id_teachers_id_fk" FOREIGN KEY ("teacher_id") REFERENCES "public"."teachers"("id") ON DELETE set null ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "study_marks" ADD CONSTRAINT "study_marks_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "study_marks" ADD CONSTRAINT "study_marks_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "hand_outs" ADD CONSTRAINT "hand_outs_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "hand_outs" ADD CONSTRAINT "hand_outs_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "hand_outs" ADD CONSTRAINT "hand_outs_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "hand_outs" ADD CONSTRAINT "hand_outs_reading_id_readings_id_fk" FOREIGN KEY ("reading_id") REFERENCES "public"."readings"("id") ON DELETE set null ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "hand_outs" ADD CONSTRAINT "hand_outs_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE set null ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "page_events" ADD CONSTRAINT "page_events_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "page_events" ADD CONSTRAINT "page_events_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "page_events" ADD CONSTRAINT "page_events_hand_out_id_hand_outs_id_fk" FOREIGN KEY ("hand_out_id") REFERENCES "public"."hand_outs"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "pupil_links" ADD CONSTRAINT "pupil_links_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "pupil_links" ADD CONSTRAINT "pupil_links_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "pupil_links" ADD CONSTRAINT "pupil_links_hand_out_id_hand_outs_id_fk" FOREIGN KEY ("hand_out_id") REFERENCES "public"."hand_outs"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "heard_pages" ADD CONSTRAINT "heard_pages_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "heard_pages" ADD CONSTRAINT "heard_pages_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "heard_pages" ADD CONSTRAINT "heard_pages_hand_out_id_hand_outs_id_fk" FOREIGN KEY ("hand_out_id") REFERENCES "public"."hand_outs"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "heard_sites" ADD CONSTRAINT "heard_sites_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "heard_sites" ADD CONSTRAINT "heard_sites_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE set null ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "recordings" ADD CONSTRAINT "recordings_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "recordings" ADD CONSTRAINT "recordings_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
CREATE INDEX "profiles_pupil" ON "profiles" USING btree ("pupil_id","created_at");
--> statement-breakpoint
CREATE UNIQUE INDEX "profiles_one_current" ON "profiles" USING btree ("pupil_id") WHERE "profiles"."current";
--> statement-breakpoint
CREATE INDEX "pupils_school" ON "pupils" USING btree ("school_id");
--> statement-breakpoint
CREATE INDEX "sessions_expire" ON "sessions" USING btree ("expire");
--> statement-breakpoint
CREATE UNIQUE INDEX "pronunciations_one_form" ON "pronunciations" USING btree ("school_id","scope","scope_value","written","part_of_speech");
--> statement-breakpoint
CREATE UNIQUE INDEX "anchors_one_place" ON "anchors" USING btree ("handout_id","block","start") WHERE "anchors"."lost_at" is null;
--> statement-breakpoint
CREATE INDEX "handouts_school" ON "handouts" USING btree ("school_id","created_at");
--> statement-breakpoint
CREATE INDEX "handouts_text" ON "handouts" USING btree ("school_id","text_hash");
--> statement-breakpoint
CREATE INDEX "search_parts_words" ON "search_parts" USING gin ("words");
--> statement-breakpoint
CREATE INDEX "versions_handout" ON "versions" USING btree ("handout_id","created_at");
--> statement-breakpoint
CREATE INDEX "versions_text" ON "versions" USING btree ("school_id","text_hash");
--> statement-breakpoint
CREATE INDEX "reading_sentences_clip" ON "reading_sentences" USING btree ("school_id","clip_key");
--> statement-breakpoint
CREATE UNIQUE INDEX "readings_one_plan" ON "readings" USING btree ("handout_id","pupil_id","plan_hash");
--> statement-breakpoint
CREATE INDEX "readings_school" ON "readings" USING btree ("school_id");
--> statement-breakpoint
CREATE INDEX "readings_pupil" ON "readings" USING btree ("pupil_id");
--> statement-breakpoint
CREATE INDEX "readings_text" ON "readings" USING btree ("school_id","text_hash");
--> statement-breakpoint
CREATE INDEX "clips_used" ON "clips" USING btree ("school_id","used_at");
--> statement-breakpoint
CREATE INDEX "jobs_reading" ON "jobs" USING btree ("reading_id","kind");
--> statement-breakpoint
CREATE INDEX "jobs_group" ON "jobs" USING btree ("group_id");
--> statement-breakpoint
CREATE INDEX "jobs_unfinished" ON "jobs" USING btree ("created_at") WHERE "jobs"."state" in ('waiting', 'running');
--> statement-breakpoint
CREATE INDEX "class_set_items_job" ON "class_set_items" USING btree ("job_id");
--> statement-breakpoint
CREATE INDEX "class_set_items_reading" ON "class_set_items" USING btree ("reading_id");
--> statement-breakpoint
CREATE INDEX "class_set_items_pupil" ON "class_set_items" USING btree ("pupil_id");
--> statement-breakpoint
CREATE INDEX "class_sets_school" ON "class_sets" USING btree ("school_id","created_at");
--> statement-breakpoint
CREATE INDEX "boards_school" ON "boards" USING btree ("school_id");
--> statement-breakpoint
CREATE UNIQUE INDEX "boards_link" ON "boards" USING btree ("link_hash");
--> statement-breakpoint
CREATE INDEX "study_marks_handout" ON "study_marks" USING btree ("handout_id");
--> statement-breakpoint
CREATE UNIQUE INDEX "hand_outs_one_out" ON "hand_outs" USING btree ("handout_id","pupil_id") WHERE "hand_outs"."taken_back_at" is null;
--> statement-breakpoint
CREATE INDEX "hand_outs_school" ON "hand_outs" USING btree ("school_id","created_at");
--> statement-breakpoint
CREATE INDEX "hand_outs_pupil" ON "hand_outs" USING btree ("pupil_id");
--> statement-breakpoint
CREATE INDEX "hand_outs_package" ON "hand_outs" USING btree ("package");
--> statement-breakpoint
CREATE INDEX "page_events_hand_out" ON "page_events" USING btree ("hand_out_id");
--> statement-breakpoint
CREATE INDEX "page_events_school" ON "page_events" USING btree ("school_id","at");
--> statement-breakpoint
CREATE INDEX "page_events_received" ON "page_events" USING btree ("school_id","received_at");
--> statement-breakpoint
CREATE INDEX "pupil_links_pupil" ON "pupil_links" USING btree ("pupil_id");
--> statement-breakpoint
CREATE UNIQUE INDEX "pupil_links_one" ON "pupil_links" USING btree ("pupil_id",coalesce("hand_out_id", '00000000-0000-0000-0000-000000000000'::uuid)) WHERE "pupil_links"."revoked_at" is null;
--> statement-breakpoint
CREATE INDEX "recordings_handout" ON "recordings" USING btree ("school_id","handout_id");
