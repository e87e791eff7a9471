ALTER TABLE "memberships" ADD COLUMN "opened_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "memberships" ADD COLUMN "starred" boolean DEFAULT false NOT NULL;