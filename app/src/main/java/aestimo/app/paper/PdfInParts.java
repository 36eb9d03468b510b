package aestimo.app.paper;

import java.io.ByteArrayOutputStream;
import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSInteger;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdfwriter.compress.CompressParameters;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentCatalog;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDNumberTreeNode;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureElement;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureTreeRoot;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotation;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDDocumentOutline;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDOutlineItem;

/**
 * One PDF laid out in parts, since all pages of a large class at once take more memory than the server has. Every part
 * is laid out as if the document were empty, and set aside; in the end all are put back, with one list of bookmarks and
 * one tree of tags. Nothing is written and read again, as joining finished files would.
 */
public final class PdfInParts implements Closeable {
    private final PDDocument document = new PDDocument();
    private final List<PDPage> pages = new ArrayList<>();
    private final List<PDOutlineItem> bookmarks = new ArrayList<>();
    private final List<PDStructureTreeRoot> trees = new ArrayList<>();
    /** On which page each bookmark begins, counted over all parts. */
    private final List<Integer> begins = new ArrayList<>();
    /** What pages and annotations are called in the tree that leads from them to their tags. */
    private final COSArray parents = new COSArray();

    private int nextParent;

    /** What a part is laid out in. */
    PDDocument document() {
        return document;
    }

    /**
     * Sets aside the part that was just laid out. To be called while its fonts are open.
     *
     * @throws IOException when a font cannot be embedded
     */
    void setAside() throws IOException {
        PDDocumentCatalog catalog = document.getDocumentCatalog();
        int before = pages.size();
        if (catalog.getDocumentOutline() != null) {
            for (PDOutlineItem item : catalog.getDocumentOutline().children()) {
                bookmarks.add(item);
                begins.add(before + document.getPages().indexOf(item.findDestinationPage(document)));
            }
            catalog.setDocumentOutline(null);
        }
        setTagsAside(catalog.getStructureTreeRoot());
        catalog.setStructureTreeRoot(null);
        while (document.getNumberOfPages() > 0) {
            pages.add(document.getPage(0));
            document.removePage(0);
        }
        // Fonts are reduced to the signs that were used when a document is saved; what is saved here has no page.
        document.save(OutputStream.nullOutputStream(), CompressParameters.NO_COMPRESSION);
    }

    /** How many pages each bookmarked piece takes so far, in their order. */
    public List<Integer> lengths() {
        List<Integer> lengths = new ArrayList<>();
        for (int i = 0; i < begins.size(); i++) {
            lengths.add((i + 1 < begins.size() ? begins.get(i + 1) : pages.size()) - begins.get(i));
        }
        return lengths;
    }

    /** For printing on both sides: a blank back behind each piece that ends on a front, so that the next begins a sheet. */
    public void addBlankBacks() {
        List<Integer> lengths = lengths();
        for (int i = lengths.size() - 2; i >= 0; i--) {
            if (lengths.get(i) % 2 == 1) {
                int last = begins.get(i) + lengths.get(i) - 1;
                pages.add(last + 1, new PDPage(pages.get(last).getMediaBox()));
            }
        }
    }

    /** The whole; nothing can be laid out in it afterwards. */
    public byte[] bytes() throws IOException {
        pages.forEach(document::addPage);
        putBookmarks();
        putTags();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        document.save(out);
        return out.toByteArray();
    }

    private void putBookmarks() {
        if (bookmarks.isEmpty()) {
            return;
        }
        PDDocumentOutline all = new PDDocumentOutline();
        for (PDOutlineItem item : bookmarks) {
            // One that still knows its neighbours is taken by nobody else.
            List.of(COSName.PARENT, COSName.PREV, COSName.NEXT).forEach(item.getCOSObject()::removeItem);
            all.addLast(item);
        }
        document.getDocumentCatalog().setDocumentOutline(all);
    }

    /** Numbers the pages of a part, and whatever else points at tags, on from those of the parts before. */
    private void setTagsAside(PDStructureTreeRoot tree) throws IOException {
        trees.add(tree);
        for (PDPage page : document.getPages()) {
            page.setStructParents(nextParent + page.getStructParents());
            for (PDAnnotation annotation : page.getAnnotations()) {
                annotation.setStructParent(nextParent + annotation.getStructParent());
            }
        }
        COSArray own = tree.getParentTree().getCOSObject().getCOSArray(COSName.NUMS);
        for (int i = 0; i < own.size(); i += 2) {
            parents.add(COSInteger.get(nextParent + own.getInt(i)));
            parents.add(own.get(i + 1));
        }
        nextParent += tree.getParentTreeNextKey();
    }

    /** The elements of every part become those of the first part's document. */
    private void putTags() {
        PDStructureTreeRoot whole = trees.get(0);
        PDStructureElement top = (PDStructureElement) whole.getKids().get(0);
        for (PDStructureTreeRoot tree : trees.subList(1, trees.size())) {
            for (Object kid : ((PDStructureElement) tree.getKids().get(0)).getKids()) {
                top.appendKid((PDStructureElement) kid);
            }
        }
        COSDictionary numbers = new COSDictionary();
        numbers.setItem(COSName.NUMS, parents);
        whole.setParentTree(new PDNumberTreeNode(numbers, COSArray.class));
        whole.setParentTreeNextKey(nextParent);
        document.getDocumentCatalog().setStructureTreeRoot(whole);
    }

    @Override
    public void close() throws IOException {
        document.close();
    }
}
