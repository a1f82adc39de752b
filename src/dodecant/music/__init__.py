"""The ground floor: pitch, degree, scale and key spelling. Pure values and functions."""
