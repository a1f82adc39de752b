"""What is asked and answered about a class."""
