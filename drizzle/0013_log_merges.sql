CREATE TABLE "log_merges" (
	"document" text PRIMARY KEY NOT NULL,
	"board_id" text NOT NULL,
	"up_to" bigint NOT NULL
);
--> statement-breakpoint
ALTER TABLE "log_merges" ADD CONSTRAINT "log_merges_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "log_merges_by_board" ON "log_merges" USING btree ("board_id");