CREATE TABLE "board_files" (
	"board_id" text NOT NULL,
	"hash" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "board_files_board_id_hash_pk" PRIMARY KEY("board_id","hash")
);
--> statement-breakpoint
CREATE TABLE "file_chunks" (
	"hash" text NOT NULL,
	"index" integer NOT NULL,
	"data" "bytea" NOT NULL,
	CONSTRAINT "file_chunks_hash_index_pk" PRIMARY KEY("hash","index")
);
--> statement-breakpoint
CREATE TABLE "file_variants" (
	"hash" text NOT NULL,
	"width" integer NOT NULL,
	"data" "bytea" NOT NULL,
	CONSTRAINT "file_variants_hash_width_pk" PRIMARY KEY("hash","width")
);
--> statement-breakpoint
CREATE TABLE "files" (
	"hash" text PRIMARY KEY NOT NULL,
	"type" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"animated" boolean NOT NULL,
	"bytes" integer NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "board_files" ADD CONSTRAINT "board_files_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "board_files" ADD CONSTRAINT "board_files_hash_files_hash_fk" FOREIGN KEY ("hash") REFERENCES "public"."files"("hash") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "file_chunks" ADD CONSTRAINT "file_chunks_hash_files_hash_fk" FOREIGN KEY ("hash") REFERENCES "public"."files"("hash") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "file_variants" ADD CONSTRAINT "file_variants_hash_files_hash_fk" FOREIGN KEY ("hash") REFERENCES "public"."files"("hash") ON DELETE cascade ON UPDATE no action;