DROP POLICY "book_only" ON "import_rest" CASCADE;--> statement-breakpoint
DROP TABLE "import_rest" CASCADE;