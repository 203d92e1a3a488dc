-- Mails of a report come by the thousand: the usual compression took most of their writing, and the
-- processor from whoever booked meanwhile. A server built without lz4 keeps the usual one.
DO $$
BEGIN
  ALTER TABLE "outgoing_mail" ALTER COLUMN "html" SET COMPRESSION lz4;
  ALTER TABLE "outgoing_mail" ALTER COLUMN "text" SET COMPRESSION lz4;
EXCEPTION WHEN feature_not_supported OR invalid_parameter_value THEN NULL;
END $$;
