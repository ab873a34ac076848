CREATE TYPE "public"."entry_kind" AS ENUM('respelling', 'ipa', 'x-sampa', 'alias');--> statement-breakpoint
CREATE TYPE "public"."scope" AS ENUM('pupil', 'class', 'subject', 'school');--> statement-breakpoint
CREATE TABLE "pronunciations" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"school_id" uuid NOT NULL,
	"scope" "scope" NOT NULL,
	"scope_value" text NOT NULL,
	"written" text NOT NULL,
	"kind" "entry_kind" NOT NULL,
	"said" text NOT NULL,
	"case_sensitive" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "lexicon" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "pronunciations" ADD CONSTRAINT "pronunciations_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "pronunciations_one_form" ON "pronunciations" USING btree ("school_id","scope","scope_value","written");