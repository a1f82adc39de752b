"""What sounds beside the line: voicings, drones."""
