CREATE TYPE "public"."method" AS ENUM('dots', 'ranking', 'rating', 'matrix');--> statement-breakpoint
CREATE TABLE "ballots" (
	"vote_id" text NOT NULL,
	"person_id" text NOT NULL,
	"choice" jsonb NOT NULL,
	"revision" integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "ballots_vote_id_person_id_pk" PRIMARY KEY("vote_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "votes" (
	"id" text PRIMARY KEY NOT NULL,
	"board_id" text NOT NULL,
	"method" "method" NOT NULL,
	"terms" jsonb NOT NULL,
	"options" jsonb NOT NULL,
	"opened_at" timestamp with time zone DEFAULT now() NOT NULL,
	"closes_at" timestamp with time zone,
	"closed_at" timestamp with time zone,
	"follows" text,
	"round" integer DEFAULT 1 NOT NULL,
	"opened_by" text
);
--> statement-breakpoint
ALTER TABLE "ballots" ADD CONSTRAINT "ballots_vote_id_votes_id_fk" FOREIGN KEY ("vote_id") REFERENCES "public"."votes"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "ballots" ADD CONSTRAINT "ballots_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "votes" ADD CONSTRAINT "votes_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "votes" ADD CONSTRAINT "votes_opened_by_people_id_fk" FOREIGN KEY ("opened_by") REFERENCES "public"."people"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "votes_by_board" ON "votes" USING btree ("board_id","opened_at");