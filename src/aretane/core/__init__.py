"""Pure computation for reviewing racks: no Flask, SQL, files, clock or network.

Lengths are metres, angles radians, times seconds, speeds metres a second, unless a name says
otherwise. The origin is one corner of the playing area, x runs along the long rail from the head
end to the foot end, y along the short rail.
"""
