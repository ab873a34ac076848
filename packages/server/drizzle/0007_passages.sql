ALTER TABLE "blocks" ADD COLUMN "language" text;--> statement-breakpoint
ALTER TABLE "blocks" ADD COLUMN "silent" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "passage_voices" jsonb DEFAULT '{}'::jsonb NOT NULL;