CREATE TYPE "public"."entry_part" AS ENUM('noun', 'verb', 'past', 'adjective', 'any');--> statement-breakpoint
ALTER TYPE "public"."block_type" ADD VALUE 'table-row';--> statement-breakpoint
ALTER TYPE "public"."block_type" ADD VALUE 'picture';--> statement-breakpoint
CREATE TABLE "accepted_words" (
	"school_id" uuid NOT NULL,
	"word" text NOT NULL,
	CONSTRAINT "accepted_words_school_id_word_pk" PRIMARY KEY("school_id","word")
);
--> statement-breakpoint
CREATE TABLE "occurrences" (
	"handout_id" uuid NOT NULL,
	"school_id" uuid NOT NULL,
	"block" integer NOT NULL,
	"start" integer NOT NULL,
	"written" text NOT NULL,
	"kind" "entry_kind" NOT NULL,
	"said" text NOT NULL,
	CONSTRAINT "occurrences_handout_id_block_start_pk" PRIMARY KEY("handout_id","block","start")
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
DROP INDEX "pronunciations_one_form";--> statement-breakpoint
ALTER TABLE "blocks" ADD COLUMN "heads" jsonb;--> statement-breakpoint
ALTER TABLE "profiles" ADD COLUMN "choices" jsonb DEFAULT '{"emoji":"named","citations":"said","announcements":"none"}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "pronunciations" ADD COLUMN "part_of_speech" "entry_part" DEFAULT 'any' NOT NULL;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "occurrences" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "cost_agreed" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "accepted_words" ADD CONSTRAINT "accepted_words_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "occurrences" ADD CONSTRAINT "occurrences_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "occurrences" ADD CONSTRAINT "occurrences_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "priced_use" ADD CONSTRAINT "priced_use_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "pronunciations_one_form" ON "pronunciations" USING btree ("school_id","scope","scope_value","written","part_of_speech");