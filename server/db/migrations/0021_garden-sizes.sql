ALTER TABLE "gardens" ADD COLUMN "entry_count" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "gardens" ADD COLUMN "log_bytes" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
UPDATE gardens SET (entry_count, log_bytes) = (SELECT count(*), coalesce(sum(pg_column_size(e)), 0) FROM entries e WHERE e.garden_id = gardens.id);--> statement-breakpoint
-- Counted where entries come in, whichever way: noted, brought back, copied.
CREATE FUNCTION count_entries() RETURNS trigger
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  UPDATE gardens g SET entry_count = g.entry_count + a.entries, log_bytes = g.log_bytes + a.bytes
    FROM (SELECT garden_id, count(*) AS entries, sum(pg_column_size(added)) AS bytes FROM added GROUP BY garden_id) a WHERE g.id = a.garden_id;
  RETURN NULL;
END
$$;--> statement-breakpoint
REVOKE EXECUTE ON FUNCTION count_entries() FROM PUBLIC;--> statement-breakpoint
CREATE TRIGGER entries_are_counted AFTER INSERT ON entries REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION count_entries();
