package kilnward.server.evidence;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Path2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Base64;
import javax.imageio.ImageIO;
import kilnward.server.reading.Charts.Chart;

/** A series over a span as a picture for paper: lowest to highest of each bucket, and where nothing was measured hatched, never joined. */
final class Curve {
    private static final int WIDTH = 1480;
    private static final int HEIGHT = 360;
    private static final Color INK = new Color(0x14201B);
    private static final Color GAP = new Color(0x9AA59E);
    private static final double ROOM = 0.08;
    private static final double LEAST_SPAN = 0.5;

    private Curve() {
    }

    /** The address of a picture that holds it. */
    static String of(Chart chart) {
        BufferedImage picture = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
        Graphics2D pen = picture.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        pen.setColor(Color.WHITE);
        pen.fillRect(0, 0, WIDTH, HEIGHT);
        Double lowest = chart.summary().low();
        Double highest = chart.summary().high();
        if (lowest != null && highest != null) {
            double span = Math.max(LEAST_SPAN, highest - lowest);
            draw(pen, chart, lowest - ROOM * span, lowest + (1 + ROOM) * span);
        }
        pen.setColor(INK);
        pen.setStroke(new BasicStroke(2));
        pen.drawRect(1, 1, WIDTH - 3, HEIGHT - 3);
        pen.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            ImageIO.write(picture, "png", out);
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        return "data:image/png;base64," + Base64.getEncoder().encodeToString(out.toByteArray());
    }

    private static void draw(Graphics2D pen, Chart chart, double bottom, double top) {
        double spanS = chart.to().getEpochSecond() - chart.from().getEpochSecond();
        pen.setColor(GAP);
        pen.setStroke(new BasicStroke(1));
        chart.gaps().forEach(gap -> {
            int from = (int) (WIDTH * Math.max(0, (gap.from().getEpochSecond() - chart.from().getEpochSecond()) / spanS));
            int to = (int) (WIDTH * Math.min(1, (gap.to().getEpochSecond() - chart.from().getEpochSecond()) / spanS));
            for (int x = from; x < to; x += 8) {
                pen.drawLine(x, HEIGHT, Math.min(to, x + 40), HEIGHT - 80);
            }
        });
        pen.setColor(INK);
        pen.setStroke(new BasicStroke(2.5f));
        Path2D line = new Path2D.Double();
        boolean down = false;
        for (int i = 0; i < chart.at().size(); i++) {
            Double low = chart.low().get(i);
            Double high = chart.high().get(i);
            if (low == null || high == null) {
                down = false;
                continue;
            }
            double x = WIDTH * (chart.at().get(i).getEpochSecond() + chart.bucketS() / 2.0 - chart.from().getEpochSecond()) / spanS;
            if (down) {
                line.lineTo(x, y(low, bottom, top));
            } else {
                line.moveTo(x, y(low, bottom, top));
            }
            line.lineTo(x, y(high, bottom, top));
            down = true;
        }
        pen.draw(line);
    }

    private static double y(double value, double bottom, double top) {
        return HEIGHT - HEIGHT * (value - bottom) / (top - bottom);
    }
}
