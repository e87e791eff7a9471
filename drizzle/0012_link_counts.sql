ALTER TABLE "bans" ADD COLUMN "role" "role";--> statement-breakpoint
ALTER TABLE "join_links" ADD COLUMN "joined" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
UPDATE "join_links" SET "joined" = (SELECT count(*) FROM "memberships" WHERE "memberships"."link_id" = "join_links"."id");
