"""Open formats: values in, bytes out, and back."""
