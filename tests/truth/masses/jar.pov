#version 3.7;
// Stoneware jar, pears and a folded cloth under one warm lamp from the right.
global_settings { assumed_gamma 1.0 radiosity { count 40 error_bound 0.9 recursion_limit 1 brightness 1 } }
camera { location <0,13,-60> look_at <0,7.2,0> right x*4/3 up y angle 34 }
light_source { <48,40,-30> rgb <1.25,1.0,0.72>*1.15 area_light <8,0,8>,<0,10,0>,5,5 adaptive 1 jitter }
sphere { 0,300 hollow pigment { rgb <0.10,0.11,0.14> } finish { emission 0.5 diffuse 0 } no_shadow }
plane { -z,-18 pigment { bozo turbulence 0.8 color_map { [0 rgb <0.16,0.19,0.17>] [1 rgb <0.20,0.23,0.20>] } scale 12 } finish { diffuse 0.85 } }
box { <-60,-3,-14>,<60,0,18> pigment { wood turbulence 0.08 color_map { [0 rgb <0.30,0.17,0.09>] [1 rgb <0.38,0.23,0.12>] } scale 2.4 rotate y*90 } finish { diffuse 0.85 specular 0.08 } }
box { <-60,-30,-13>,<60,-3,-12> pigment { rgb <0.11,0.065,0.035> } finish { diffuse 0.85 } }
lathe { cubic_spline 10, <2,-1>,<4.2,0>,<5.6,2>,<6.4,6>,<5.9,10>,<3.9,12.8>,<3.0,14.2>,<3.5,15.2>,<3.3,15.5>,<2.6,15> pigment { gradient y color_map { [0 rgb <0.20,0.14,0.10>] [0.62 rgb <0.22,0.16,0.11>] [0.66 rgb <0.62,0.56,0.44>] [1 rgb <0.66,0.60,0.48>] } scale 16 } finish { diffuse 0.8 specular 0.25 roughness 0.02 } translate <-7,0,4> }
#macro Pear(c) union { sphere { 0,1 scale <2.6,2.5,2.6> translate y*2.5 } sphere { 0,1 scale <1.5,2.1,1.5> translate y*5 } cylinder { <0,6.6,0>,<0.3,8,0>,0.14 pigment { rgb <0.12,0.08,0.04> } } pigment { bozo color_map { [0 rgb c] [1 rgb c*1.15] } scale 0.7 } finish { diffuse 0.8 specular 0.12 roughness 0.03 } } #end
object { Pear(<0.62,0.52,0.12>) rotate z*8 translate <3.2,0,-1> }
object { Pear(<0.55,0.22,0.07>) rotate <0,40,-76> translate <9.5,2.6,-2> }
union { box { <-5,0,-4>,<5,0.9,5> } box { <-4.6,0.9,-3.6>,<4.2,1.7,4.6> } rotate y*14 translate <15.5,0,5> pigment { rgb <0.80,0.79,0.74> } finish { diffuse 0.85 } }
