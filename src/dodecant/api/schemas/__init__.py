"""What is asked and answered, as models, made from the core's values. No musical judgement stands here."""
