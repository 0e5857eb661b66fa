-- Counts over all gardens, which the server's role may not see, and says nothing else of them.
CREATE FUNCTION demo_copies() RETURNS integer
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT count(*)::int FROM gardens WHERE is_demo AND expires_at IS NOT NULL
$$;--> statement-breakpoint
REVOKE EXECUTE ON FUNCTION demo_copies() FROM PUBLIC;
