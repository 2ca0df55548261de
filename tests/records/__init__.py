"""What is decided, kept in files: a rule that changes shows as changed lines, to be looked at before they are taken.

``RECORDS=write make test ONLY=records`` writes them anew.
"""
