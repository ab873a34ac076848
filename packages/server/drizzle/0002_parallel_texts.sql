ALTER TABLE "companions" RENAME TO "parallel_texts";--> statement-breakpoint
ALTER TABLE "pupils" RENAME COLUMN "archived_at" TO "deleted_at";--> statement-breakpoint
ALTER TABLE "parallel_texts" DROP CONSTRAINT "companions_handout_id_handouts_id_fk";
--> statement-breakpoint
ALTER TABLE "parallel_texts" DROP CONSTRAINT "companions_school_id_schools_id_fk";
--> statement-breakpoint
ALTER TABLE "parallel_texts" DROP CONSTRAINT "companions_teacher_id_teachers_id_fk";
--> statement-breakpoint
ALTER TABLE "parallel_texts" ADD CONSTRAINT "parallel_texts_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "parallel_texts" ADD CONSTRAINT "parallel_texts_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "parallel_texts" ADD CONSTRAINT "parallel_texts_teacher_id_teachers_id_fk" FOREIGN KEY ("teacher_id") REFERENCES "public"."teachers"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
UPDATE "parallel_texts" SET "pairs" = (SELECT coalesce(jsonb_agg(pair - 'companion' || CASE WHEN pair ? 'companion' THEN jsonb_build_object('parallelText', pair -> 'companion') ELSE '{}'::jsonb END ORDER BY nth), '[]'::jsonb) FROM jsonb_array_elements("pairs") WITH ORDINALITY AS pairs(pair, nth));
