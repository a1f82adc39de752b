"""The exercise: a recipe goes in, strips of bars of notes come out. One algebra for every kind of exercise."""
