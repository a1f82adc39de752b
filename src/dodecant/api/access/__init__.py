"""Access: what may come in at all, who is asking, and where each may go."""
