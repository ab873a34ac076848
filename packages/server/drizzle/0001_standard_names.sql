ALTER TABLE "house_facts" RENAME TO "installation_settings";--> statement-breakpoint
ALTER TABLE "hand_outs" RENAME TO "assignments";--> statement-breakpoint
ALTER TABLE "page_events" RENAME TO "listening_events";--> statement-breakpoint
ALTER TABLE "heard_sites" RENAME TO "allowed_sites";--> statement-breakpoint
ALTER TABLE "heard_pages" RENAME TO "web_page_readings";--> statement-breakpoint
ALTER TABLE "listening_events" RENAME COLUMN "hand_out_id" TO "assignment_id";--> statement-breakpoint
ALTER TABLE "pupil_links" RENAME COLUMN "hand_out_id" TO "assignment_id";--> statement-breakpoint
ALTER TABLE "web_page_readings" RENAME COLUMN "hand_out_id" TO "assignment_id";--> statement-breakpoint
ALTER TABLE "web_page_readings" DROP CONSTRAINT "heard_pages_address";--> statement-breakpoint
ALTER TABLE "assignments" DROP CONSTRAINT "hand_outs_school_id_schools_id_fk";
--> statement-breakpoint
ALTER TABLE "assignments" DROP CONSTRAINT "hand_outs_handout_id_handouts_id_fk";
--> statement-breakpoint
ALTER TABLE "assignments" DROP CONSTRAINT "hand_outs_pupil_id_pupils_id_fk";
--> statement-breakpoint
ALTER TABLE "assignments" DROP CONSTRAINT "hand_outs_reading_id_readings_id_fk";
--> statement-breakpoint
ALTER TABLE "assignments" DROP CONSTRAINT "hand_outs_job_id_jobs_id_fk";
--> statement-breakpoint
ALTER TABLE "listening_events" DROP CONSTRAINT "page_events_pupil_id_pupils_id_fk";
--> statement-breakpoint
ALTER TABLE "listening_events" DROP CONSTRAINT "page_events_school_id_schools_id_fk";
--> statement-breakpoint
ALTER TABLE "listening_events" DROP CONSTRAINT "page_events_hand_out_id_hand_outs_id_fk";
--> statement-breakpoint
ALTER TABLE "pupil_links" DROP CONSTRAINT "pupil_links_hand_out_id_hand_outs_id_fk";
--> statement-breakpoint
ALTER TABLE "web_page_readings" DROP CONSTRAINT "heard_pages_school_id_schools_id_fk";
--> statement-breakpoint
ALTER TABLE "web_page_readings" DROP CONSTRAINT "heard_pages_handout_id_handouts_id_fk";
--> statement-breakpoint
ALTER TABLE "web_page_readings" DROP CONSTRAINT "heard_pages_hand_out_id_hand_outs_id_fk";
--> statement-breakpoint
ALTER TABLE "allowed_sites" DROP CONSTRAINT "heard_sites_school_id_schools_id_fk";
--> statement-breakpoint
ALTER TABLE "allowed_sites" DROP CONSTRAINT "heard_sites_pupil_id_pupils_id_fk";
--> statement-breakpoint
DROP INDEX "hand_outs_one_out";--> statement-breakpoint
DROP INDEX "hand_outs_school";--> statement-breakpoint
DROP INDEX "hand_outs_pupil";--> statement-breakpoint
DROP INDEX "hand_outs_package";--> statement-breakpoint
DROP INDEX "page_events_hand_out";--> statement-breakpoint
DROP INDEX "page_events_school";--> statement-breakpoint
DROP INDEX "page_events_received";--> statement-breakpoint
DROP INDEX "pupil_links_one";--> statement-breakpoint
ALTER TABLE "listening_events" DROP CONSTRAINT "page_events_pupil_id_id_pk";--> statement-breakpoint
ALTER TABLE "listening_events" ADD CONSTRAINT "listening_events_pupil_id_id_pk" PRIMARY KEY("pupil_id","id");--> statement-breakpoint
ALTER TABLE "assignments" ADD CONSTRAINT "assignments_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assignments" ADD CONSTRAINT "assignments_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assignments" ADD CONSTRAINT "assignments_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assignments" ADD CONSTRAINT "assignments_reading_id_readings_id_fk" FOREIGN KEY ("reading_id") REFERENCES "public"."readings"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assignments" ADD CONSTRAINT "assignments_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "listening_events" ADD CONSTRAINT "listening_events_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "listening_events" ADD CONSTRAINT "listening_events_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "listening_events" ADD CONSTRAINT "listening_events_assignment_id_assignments_id_fk" FOREIGN KEY ("assignment_id") REFERENCES "public"."assignments"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pupil_links" ADD CONSTRAINT "pupil_links_assignment_id_assignments_id_fk" FOREIGN KEY ("assignment_id") REFERENCES "public"."assignments"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "web_page_readings" ADD CONSTRAINT "web_page_readings_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "web_page_readings" ADD CONSTRAINT "web_page_readings_handout_id_handouts_id_fk" FOREIGN KEY ("handout_id") REFERENCES "public"."handouts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "web_page_readings" ADD CONSTRAINT "web_page_readings_assignment_id_assignments_id_fk" FOREIGN KEY ("assignment_id") REFERENCES "public"."assignments"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "allowed_sites" ADD CONSTRAINT "allowed_sites_school_id_schools_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."schools"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "allowed_sites" ADD CONSTRAINT "allowed_sites_pupil_id_pupils_id_fk" FOREIGN KEY ("pupil_id") REFERENCES "public"."pupils"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "assignments_one_out" ON "assignments" USING btree ("handout_id","pupil_id") WHERE "assignments"."taken_back_at" is null;--> statement-breakpoint
CREATE INDEX "assignments_school" ON "assignments" USING btree ("school_id","created_at");--> statement-breakpoint
CREATE INDEX "assignments_pupil" ON "assignments" USING btree ("pupil_id");--> statement-breakpoint
CREATE INDEX "assignments_package" ON "assignments" USING btree ("package");--> statement-breakpoint
CREATE INDEX "listening_events_assignment" ON "listening_events" USING btree ("assignment_id");--> statement-breakpoint
CREATE INDEX "listening_events_school" ON "listening_events" USING btree ("school_id","at");--> statement-breakpoint
CREATE INDEX "listening_events_received" ON "listening_events" USING btree ("school_id","received_at");--> statement-breakpoint
CREATE UNIQUE INDEX "pupil_links_one" ON "pupil_links" USING btree ("pupil_id",coalesce("assignment_id", '00000000-0000-0000-0000-000000000000'::uuid)) WHERE "pupil_links"."revoked_at" is null;--> statement-breakpoint
ALTER TABLE "web_page_readings" ADD CONSTRAINT "web_page_readings_address" UNIQUE("school_id","address");--> statement-breakpoint
DELETE FROM "jobs" WHERE "kind" = 'readings';--> statement-breakpoint
UPDATE "jobs" SET "kind" = 'assignment', "payload" = jsonb_build_object('kind', 'assignment', 'assignmentId', "payload" ->> 'handOutId') WHERE "kind" = 'hand-out';--> statement-breakpoint
-- Their queue has another name now: what waited in the old one is tried again by hand.
UPDATE "jobs" SET "state" = 'failed', "problem" = 'updated', "error" = 'Aurelfield was updated while this was being made. Try again.' WHERE "kind" = 'assignment' AND "state" IN ('waiting', 'running');
