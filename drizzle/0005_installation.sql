CREATE TABLE "installation" (
	"id" integer PRIMARY KEY DEFAULT 1 NOT NULL,
	"generation" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "boards" ADD COLUMN "edition" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
INSERT INTO "installation" ("generation") VALUES (gen_random_uuid()::text);
