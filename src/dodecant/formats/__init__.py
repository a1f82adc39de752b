"""Open formats: values in, bytes out, and back. Knows no disk and no server."""
