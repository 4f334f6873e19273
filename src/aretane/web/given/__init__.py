"""What several areas give: habits in words, errors and scores of chances."""
