"""What sounds by itself under a player: ways of hearing a sound."""
