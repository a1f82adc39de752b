"""Sound files: what an exercise and its band play, rendered faster than it sounds. Not what plays in the browser."""
