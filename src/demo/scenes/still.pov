#version 3.7;
#ifndef (ID) #declare ID=0; #end
global_settings { assumed_gamma 1.0 max_trace_level 14
 #if (ID=0) radiosity { pretrace_start 0.08 pretrace_end 0.01 count 60 nearest_count 6 error_bound 0.8 recursion_limit 2 low_error_factor 0.5 gray_threshold 0.1 minimum_reuse 0.012 brightness 1 } #end }
#include "meshes.inc"
#declare Cam = <1.6,15.5,-66>;
camera { location Cam look_at <1.9,7.4,4> right x*4/3 up y angle 32.5 }
background { rgb 0 }
#macro Flat(c) texture { pigment { rgb c } finish { emission 1 ambient 0 diffuse 0 } } #end
// window
#declare WinP = <-66,40,-20>;
#if (ID=0)
light_source { WinP rgb <0.93,1.0,1.10>*1.28 area_light <12,0,-30>*0.85, <0,26,0>*0.8, 7,7 adaptive 1 jitter circular orient }
// window panes seen in reflections
union {
 #for (i,0,1) #for (j,0,1)
  box { <-0.47,-0.47,0>,<0.47,0.47,0.01> scale <15,17,1> translate <(i-0.5)*16.5,(j-0.5)*18.5,0> }
 #end #end
 rotate y*-72 translate WinP*1.0+<4,-2,6>
 pigment { rgb <0.90,0.97,1.06> } finish { emission 3.2 diffuse 0 ambient 0 } no_shadow
}
// dim warm room
sphere { 0, 400 hollow pigment { gradient y color_map { [0 rgb <0.10,0.085,0.07>] [1 rgb <0.13,0.12,0.11>] } scale 800 translate -400*y } finish { emission 0.55 diffuse 0 ambient 0 } no_shadow }
#end
// wall
plane { -z, -26
 #if (ID) Flat(<0.1,0,0>) #else
 texture { pigment { bozo turbulence 0.7 color_map { [0 rgb <0.345,0.362,0.345>] [1 rgb <0.375,0.388,0.368>] } scale <22,14,9> } normal { bumps 0.05 scale 1.1 } finish { diffuse 0.85 ambient 0 } }
 #end }
// ledge
union {
 box { <-80,-1.4,-1.5>,<80,0,26> }
 #if (ID) Flat(<0.2,0,0>) #else
 texture { pigment { granite turbulence 0.5 color_map { [0 rgb <0.085,0.095,0.105>] [0.5 rgb <0.125,0.138,0.15>] [1 rgb <0.20,0.212,0.225>] } scale <14,3,9> } normal { granite 0.10 scale <9,2,5> } finish { diffuse 0.85 ambient 0 specular 0.13 roughness 0.05 reflection { 0.01, 0.12 fresnel on } } }
 interior { ior 1.45 }
 #end }
box { <-80,-30,-0.6>,<80,-1.4,0.4>
 #if (ID) Flat(<0.3,0,0>) #else
 texture { pigment { granite turbulence 0.4 color_map { [0 rgb <0.055,0.06,0.066>] [0.6 rgb <0.09,0.10,0.108>] [1 rgb <0.14,0.15,0.16>] } scale <10,3,6> } normal { granite 0.16 scale <10,2,5> } finish { diffuse 0.85 ambient 0 } }
 #end }
// pot
#declare Enamel = texture { pigment { bozo turbulence 0.4 color_map { [0 rgb <0.80,0.80,0.745>] [1 rgb <0.86,0.855,0.80>] } scale 6 } finish { diffuse 0.78 ambient 0 specular 0.35 roughness 0.008 reflection { 0.02, 0.45 fresnel on } conserve_energy } }
#declare BlueEnamel = texture { pigment { rgb <0.028,0.042,0.10> } finish { diffuse 0.8 ambient 0 specular 0.5 roughness 0.006 reflection { 0.02, 0.5 fresnel on } } }
#declare Rust = texture { pigment { bozo color_map { [0 rgb <0.03,0.022,0.018>] [1 rgb <0.10,0.052,0.03>] } scale 0.3 } finish { diffuse 0.8 ambient 0 } }
#declare Chips = union {
 sphere { 0,1 scale <0.62,0.42,0.9> translate <0.6,0.95,-6.0> }
 sphere { 0,1 scale <0.34,0.62,0.9> rotate z*20 translate <1.15,1.25,-5.85> }
 sphere { 0,1 scale <0.3,0.2,0.9> translate <0.15,0.72,-6.0> }
 sphere { 0,1 scale <0.2,0.14,0.9> translate <-1.5,1.0,-5.98> }
 sphere { 0,1 scale <0.42,0.22,0.9> rotate z*-12 translate <-1.7,13.85,-3.9> }
 sphere { 0,1 scale <0.16,0.26,0.9> translate <-2.15,13.5,-3.7> }
 sphere { 0,1 scale <0.28,0.16,0.9> rotate z*30 translate <2.4,4.6,-5.0> } };
#declare ChipEnamel = texture { object { Chips texture { Enamel } texture { Rust } } };
#declare PotBody = lathe { cubic_spline 9, <5.9,-0.6>,<6.15,0.05>,<6.25,0.55>,<6.05,1.3>,<5.45,5.5>,<4.75,10.5>,<4.25,13.9>,<4.45,14.4>,<4.2,15> };
#declare PotLid = lathe { cubic_spline 8, <4.9,14.0>,<4.42,14.35>,<4.34,14.7>,<3.7,15.5>,<2.2,16.45>,<0.9,16.85>,<0.02,16.9>,<-0.9,16.8> };
#declare Spout = sphere_sweep { cubic_spline 7, <-3.4,2.6,0>,1.9, <-4.6,4.2,0>,1.75, <-6.3,6.2,0>,1.45, <-7.5,9.0,0>,1.12, <-8.5,11.7,0>,0.86, <-9.5,13.1,0>,0.78, <-10.4,14.0,0>,0.7 tolerance 0.01 };
#declare Handle = sphere_sweep { cubic_spline 8, <2.8,13.4,0>,0.5, <4.2,12.9,0>,0.52, <7.0,13.1,0>,0.50, <9.0,11.4,0>,0.50, <9.0,8.0,0>,0.5, <7.6,5.2,0>,0.5, <5.4,4.0,0>,0.52, <3.8,3.6,0>,0.5 tolerance 0.01 };
union {
 object { PotBody #if (ID) Flat(<0.4,0,0>) #else texture { ChipEnamel } interior { ior 1.55 } #end }
 difference { object { Spout } sphere { <-10.05,13.75,0>, 0.95 scale <1,1,1> } #if (ID) Flat(<0.5,0,0>) #else texture { Enamel } interior { ior 1.55 } #end }
 object { PotLid #if (ID) Flat(<0.6,0,0>) #else texture { Enamel } interior { ior 1.55 } #end }
 torus { 4.42,0.2 translate y*14.42 #if (ID) Flat(<0.6,0,0>) #else texture { BlueEnamel } interior { ior 1.55 } #end }
 torus { 6.15,0.24 translate y*0.35 #if (ID) Flat(<0.4,0,0>) #else texture { BlueEnamel } interior { ior 1.55 } #end }
 union { cylinder { <0,16.7,0>,<0,17.3,0>,0.42 } sphere { 0,0.95 scale <1,0.78,1> translate y*17.9 } #if (ID) Flat(<0.6,0,0>) #else texture { BlueEnamel } interior { ior 1.55 } #end }
 object { Handle #if (ID) Flat(<0.7,0,0>) #else texture { BlueEnamel } interior { ior 1.55 } #end }
 rotate y*14 translate <-6.3,0,11>
}
// persimmons
#declare Orange = texture { pigment { bozo turbulence 0.5 color_map { [0 rgb <0.70,0.165,0.016>] [0.6 rgb <0.78,0.21,0.02>] [1 rgb <0.84,0.28,0.028>] } scale 0.6 } finish { diffuse 0.82 ambient 0 specular 0.28 roughness 0.022 reflection { 0.0, 0.14 fresnel on } } normal { bumps 0.03 scale 0.2 } }
#declare Leaf = texture { pigment { bozo turbulence 0.6 color_map { [0 rgb <0.13,0.115,0.045>] [0.5 rgb <0.20,0.20,0.085>] [1 rgb <0.29,0.24,0.12>] } scale 0.2 } finish { diffuse 0.8 ambient 0 specular 0.1 roughness 0.05 } normal { wrinkles 0.4 scale 0.15 } }
#macro Persimmon(c,cc)
union {
 object { PersimmonMesh #if (ID) Flat(c) #else texture { Orange } interior { ior 1.4 } #end }
 object { CalyxMesh #if (ID) Flat(cc) #else texture { Leaf } #end }
 cylinder { <0,0.58,0>,<0.03,0.80,0.02>,0.055 #if (ID) Flat(cc) #else texture { Leaf } #end }
}
#end
object { Persimmon(<0.8,0,0>,<0.85,0,0>) rotate y*24 scale 3.75 rotate <-16,0,5> translate <2.4,2.85,2.9> }
object { Persimmon(<0.9,0,0>,<0.95,0,0>) rotate y*10 scale 3.35 rotate <-68,0,-32> translate <14.6,3.05,4.0> }
// bowl
object { BowlMesh
 #if (ID) Flat(<1.0,0,0>) #else
 texture { pigment { rgbf <0.93,0.97,0.955,0.94> } finish { diffuse 0.05 ambient 0 specular 0.9 roughness 0.002 reflection { 0.02, 1.0 fresnel on } conserve_energy } }
 interior { ior 1.42 fade_distance 6 fade_power 1001 fade_color <0.55,0.66,0.63> }
 #end
 translate <9.4,0.02,12.2> }
