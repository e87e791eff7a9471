CREATE TABLE "silent_writers" (
	"board_id" text NOT NULL,
	"person_id" text NOT NULL,
	"waiting" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "silent_writers_board_id_person_id_pk" PRIMARY KEY("board_id","person_id")
);
--> statement-breakpoint
ALTER TABLE "boards" ADD COLUMN "step_rule" jsonb DEFAULT '{"may":"everything"}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "silent_writers" ADD CONSTRAINT "silent_writers_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "silent_writers" ADD CONSTRAINT "silent_writers_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;