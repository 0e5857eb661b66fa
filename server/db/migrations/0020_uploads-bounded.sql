-- Counts over everybody's files, which the server's role may not see, and says nothing else of them.
CREATE FUNCTION waiting_bytes() RETURNS bigint
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT coalesce(sum(octet_length(bytes)), 0)::bigint FROM uploads
$$;--> statement-breakpoint
REVOKE EXECUTE ON FUNCTION waiting_bytes() FROM PUBLIC;
