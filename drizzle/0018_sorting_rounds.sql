CREATE TABLE "round_answers" (
	"board_id" text NOT NULL,
	"run" text NOT NULL,
	"note" text NOT NULL,
	"person_id" text NOT NULL,
	"theme" text,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "round_answers_board_id_run_note_person_id_pk" PRIMARY KEY("board_id","run","note","person_id")
);
--> statement-breakpoint
CREATE TABLE "round_people" (
	"board_id" text NOT NULL,
	"run" text NOT NULL,
	"person_id" text NOT NULL,
	"seen_at" timestamp with time zone DEFAULT now() NOT NULL,
	"dealt" text[] NOT NULL,
	CONSTRAINT "round_people_board_id_run_person_id_pk" PRIMARY KEY("board_id","run","person_id")
);
--> statement-breakpoint
CREATE TABLE "round_themes" (
	"board_id" text NOT NULL,
	"run" text NOT NULL,
	"id" text NOT NULL,
	"name" text NOT NULL,
	"joined_into" text,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "round_themes_board_id_run_id_pk" PRIMARY KEY("board_id","run","id")
);
--> statement-breakpoint
ALTER TABLE "round_answers" ADD CONSTRAINT "round_answers_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "round_answers" ADD CONSTRAINT "round_answers_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "round_people" ADD CONSTRAINT "round_people_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "round_people" ADD CONSTRAINT "round_people_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "round_themes" ADD CONSTRAINT "round_themes_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "round_answers_by_run" ON "round_answers" USING btree ("board_id","run","at");