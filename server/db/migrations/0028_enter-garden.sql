-- What every request of a garden begins with, in one statement: what is read after the setting sees the garden.
CREATE FUNCTION enter_garden(entered uuid, asker uuid)
RETURNS TABLE (garden jsonb, person text, seal integer, role text)
LANGUAGE plpgsql AS $$
BEGIN
  PERFORM set_config('virgulta.garden', entered::text, true);
  RETURN QUERY
    SELECT to_jsonb(g), p.name, p.seal, m.role
      FROM gardens g
      JOIN members m ON m.garden_id = g.id AND m.person_id = asker AND m.left_at IS NULL
      JOIN people p ON p.id = m.person_id
      WHERE g.id = entered;
END
$$;
