#version 3.7;
// A landing with three steps, a doorway and one patch of sun on the wall.
global_settings { assumed_gamma 1.0 radiosity { count 60 error_bound 0.7 recursion_limit 2 brightness 1.2 } }
camera { location <-4,16,-46> look_at <2,12,0> right x*3/4 up y angle 52 }
light_source { <70,70,-52> rgb <1.5,1.35,1.1>*1.4 area_light 3*x,3*y,4,4 adaptive 1 }
sphere { 0,400 hollow pigment { rgb <0.55,0.66,0.82> } finish { emission 0.45 diffuse 0 } no_shadow }
#declare Plaster = texture { pigment { bozo turbulence 0.5 color_map { [0 rgb <0.66,0.63,0.55>] [1 rgb <0.72,0.69,0.60>] } scale 6 } finish { diffuse 0.85 } }
difference { box { <-40,0,12>,<40,60,14> texture { Plaster } } box { <4,6,11>,<15,28,15> texture { Plaster } } }
box { <3.2,6,11.4>,<4.2,29,12.2> pigment { rgb <0.10,0.20,0.19> } } box { <14.8,6,11.4>,<15.8,29,12.2> pigment { rgb <0.10,0.20,0.19> } } box { <3.2,28,11.4>,<15.8,29.2,12.2> pigment { rgb <0.10,0.20,0.19> } }
box { <-40,0,26>,<40,60,27> pigment { rgb <0.16,0.15,0.17> } finish { diffuse 0.8 } }
box { <-22,0,-60>,<-20,60,14> texture { Plaster } }
#for (i,0,2) box { <-20+2*i,0,0+4*i>,<40,2+2*i,14> pigment { rgb <0.40,0.30,0.24>*(1-0.06*i) } finish { diffuse 0.85 } } #end
plane { y,0 pigment { checker rgb <0.24,0.17,0.14>, rgb <0.32,0.26,0.22> scale 5 } finish { diffuse 0.85 specular 0.05 } }
// the wall with a window that cuts the sun
difference { box { <38,0,-80>,<40,80,14> } box { <37,22,-34>,<41,44,-8> } texture { Plaster } }
union { cylinder { <-13,0,-6>,<-13,6,-6>,3.2 } torus { 3.2,0.4 translate <-13,6,-6> } pigment { rgb <0.42,0.17,0.09> } finish { diffuse 0.85 } }
union { #declare S=seed(4); #for (i,1,60) sphere { <-13+rand(S)*8-4, 7+rand(S)*8, -6+rand(S)*6-3>, 0.7+rand(S)*0.8 } #end pigment { rgb <0.10,0.22,0.08> } finish { diffuse 0.8 } }
