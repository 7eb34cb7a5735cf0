// Writes the fixture table of moist-air states that MoistAirTest checks against.
// Needs psychrolib 1.1.1 from npm (ASHRAE Handbook of Fundamentals psychrometrics):
//   npm install --no-save psychrolib@1.1.1 && node psychrolib-table.mjs > ../resources/psychrolib-table.csv
import psychrolib from 'psychrolib'

psychrolib.SetUnitSystem(psychrolib.SI)
console.log('temperatureC,relativeHumidityPct,pressurePa,vapourPressurePa,dewPointC,wetBulbC,humidityRatio,enthalpyKJkg,vapourPressureDeficitPa')
for (const pressure of [101325, 84556]) {
  for (const t of [-10, 2, 12, 20, 25, 30, 37.5, 45]) {
    for (const rh of [10, 35, 50, 60, 80, 95, 100]) {
      const [ratio, wetBulb, dewPoint, vapour, enthalpy] = psychrolib.CalcPsychrometricsFromRelHum(t, rh / 100, pressure)
      const deficit = psychrolib.GetVaporPressureDeficit(t, ratio, pressure)
      console.log([t, rh, pressure, vapour, dewPoint, wetBulb, ratio, enthalpy / 1000, deficit].join(','))
    }
  }
}
