ALTER TABLE "hand_outs" ALTER COLUMN "bytes" SET DEFAULT '{"opus":0,"m4a":0,"mp3":0}'::jsonb;--> statement-breakpoint
ALTER TABLE "schools" ADD COLUMN "artwork" "bytea";--> statement-breakpoint
ALTER TABLE "hand_outs" ADD COLUMN "language" text DEFAULT 'en-GB' NOT NULL;