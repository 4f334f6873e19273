"""What a reviewer logs of a rack: its shots with plan, result and judgement."""
