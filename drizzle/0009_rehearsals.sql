CREATE TABLE "rehearsals" (
	"board_id" text PRIMARY KEY NOT NULL,
	"link_id" text NOT NULL,
	"seed" integer NOT NULL,
	"started_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "rehearsals" ADD CONSTRAINT "rehearsals_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;