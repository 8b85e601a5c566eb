#!/usr/bin/env bash
# Makes the sample course's films and sounds anew, with Debian's ffmpeg: small, and nobody's work but a formula's.
set -euo pipefail
out=../src/main/resources/course
mkdir -p "$out"

# Bands of our colours that flow like paint on water; $1 speed, $2 wave, $3 seconds, $4 file.
film() {
  local band="floor(mod((Y+18*sin(X/$2+T*$1)+9*sin(X/23-T*$1*0.7)+T*6)/26\,5))"
  ffmpeg -loglevel error -y -f lavfi -i "color=c=white:s=480x270:r=12:d=$3,format=rgb24,geq=\
r='if(eq($band\,0)\,22\,if(eq($band\,1)\,230\,if(eq($band\,2)\,111\,if(eq($band\,3)\,176\,165))))':\
g='if(eq($band\,0)\,66\,if(eq($band\,1)\,217\,if(eq($band\,2)\,143\,if(eq($band\,3)\,122\,58))))':\
b='if(eq($band\,0)\,60\,if(eq($band\,1)\,188\,if(eq($band\,2)\,131\,if(eq($band\,3)\,42\,46))))'" \
    -f lavfi -i "sine=f=220:d=$3,volume=0.15,afade=t=in:d=1" \
    -c:v libx264 -preset veryslow -crf 31 -pix_fmt yuv420p -movflags +faststart -c:a aac -b:a 32k -map_metadata -1 -shortest "$out/$4"
}
film 1.4 47 20 setting-up-the-bath.mp4
film 0.6 71 16 lifting-the-sheet.mp4
ffmpeg -loglevel error -y -f lavfi -i "aevalsrc='0.12*sin(2*PI*t*(196+24*sin(t/2)))+0.06*sin(2*PI*t*294)':d=24" \
  -c:a libmp3lame -b:a 32k -map_metadata -1 "$out/how-the-water-should-feel.mp3"
