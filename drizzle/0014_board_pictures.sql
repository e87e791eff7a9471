CREATE TABLE "board_pictures" (
	"board_id" text PRIMARY KEY NOT NULL,
	"data" "bytea" NOT NULL,
	"made_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "board_pictures" ADD CONSTRAINT "board_pictures_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;