ALTER TABLE "casts" RENAME TO "voice_assignments";--> statement-breakpoint
ALTER TABLE "profiles" RENAME COLUMN "look" TO "reading_style";--> statement-breakpoint
ALTER TABLE "clips" RENAME COLUMN "spelt" TO "spelled_words";--> statement-breakpoint
ALTER TABLE "clips" RENAME COLUMN "rest" TO "trailing_silence";--> statement-breakpoint
ALTER TABLE "photo_pages" RENAME COLUMN "bare" TO "unread_regions";--> statement-breakpoint
ALTER TABLE "readings" RENAME COLUMN "cast" TO "voiced_passages";--> statement-breakpoint
ALTER TYPE "public"."loudness_choice" RENAME VALUE 'usual' TO 'default';--> statement-breakpoint
ALTER TABLE "voice_assignments" DROP CONSTRAINT "casts_handout_id_handouts_id_fk";
--> statement-breakpoint
ALTER TABLE "voice_assignments" DROP CONSTRAINT "casts_school_id_schools_id_fk";
--> statement-breakpoint
ALTER TABLE "voice_assignments" DROP CONSTRAINT "casts_teacher_id_teachers_id_fk";
--> statement-breakpoint
ALTER TABLE "voice_assignments" ADD CONSTRAINT "voice_assignments_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "voice_assignments" ADD CONSTRAINT "voice_assignments_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "voice_assignments" ADD CONSTRAINT "voice_assignments_teacher_id_teachers_id_fk" FOREIGN KEY ("teacher_id") REFERENCES "public"."teachers"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
UPDATE "profiles" SET "reading_style" = replace(replace("reading_style"::text, '"lit": ', '"highlight": '), '"usual"', '"default"')::jsonb;--> statement-breakpoint
UPDATE "profiles" SET "trials" = replace("trials"::text, '"loudness": "usual"', '"loudness": "default"')::jsonb WHERE "trials"::text LIKE '%"usual"%';--> statement-breakpoint
UPDATE "readings" SET "settings" = replace("settings"::text, '"loudness": "usual"', '"loudness": "default"')::jsonb WHERE "settings"::text LIKE '%"usual"%';--> statement-breakpoint
UPDATE "boards" SET "phrases" = replace("phrases"::text, '"loudness": "usual"', '"loudness": "default"')::jsonb WHERE "phrases"::text LIKE '%"usual"%';--> statement-breakpoint
UPDATE "texts" SET "blocks" = replace("blocks"::text, '"heads": [', '"columnHeaders": [')::jsonb WHERE "blocks"::text LIKE '%"heads": [%';
