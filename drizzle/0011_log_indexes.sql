CREATE INDEX "snapshots_by_board" ON "snapshots" USING btree ("board_id");--> statement-breakpoint
CREATE INDEX "updates_by_time" ON "updates" USING btree ("document","at");--> statement-breakpoint
CREATE INDEX "updates_by_board" ON "updates" USING btree ("board_id");--> statement-breakpoint
CREATE INDEX "updates_by_person" ON "updates" USING btree ("person_id");